-- Runs count for more keys: the points they earned and how much they had right, in all and by topic.
UPDATE "runs" SET "counted_seq" = -1 WHERE "counted_seq" >= 0;
