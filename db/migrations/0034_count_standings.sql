-- Runs count for one more key: where they stand on each scale and in marks.
UPDATE "runs" SET "counted_seq" = -1 WHERE "counted_seq" >= 0;
