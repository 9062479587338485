-- Runs count for more than before: where they stand, how they ended, whether each answer is right, and what its kind draws. They are counted
-- again; what was counted stays counted meanwhile.
UPDATE "runs" SET "counted_seq" = -1 WHERE "counted_seq" >= 0;
