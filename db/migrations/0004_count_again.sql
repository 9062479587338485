-- Runs count for more than before: by which rule each page was left, rankings, numbers, grids of several answers a row. They are counted
-- again; what was counted stays counted meanwhile.
UPDATE "runs" SET "counted_seq" = -1 WHERE "counted_seq" >= 0;
