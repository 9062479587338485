-- Runs count for how long they took and for what was left in forms. Those that were counted since 0030 are counted again; what was counted stays
-- counted meanwhile.
UPDATE "runs" SET "counted_seq" = -1 WHERE "counted_seq" >= 0;
