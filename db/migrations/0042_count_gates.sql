-- A gate that was not met and led to the end ended a run early, and was told as its end. Runs of editions with such a gate are counted again; what
-- was counted stays counted meanwhile.
UPDATE "runs" SET "counted_seq" = -1 FROM "editions"
WHERE "editions"."workspace_id" = "runs"."workspace_id" AND "editions"."quiz_id" = "runs"."quiz_id" AND "editions"."edition" = "runs"."edition"
  AND "editions"."document" @? '$.pages[*].hold.then ? (@ == "finish")' AND "runs"."finished_at" IS NOT NULL AND "runs"."counted_seq" >= 0;
