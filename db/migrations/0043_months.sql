-- What runs send and the letters about them lie in partitions by the month in which a run was started, told by its id (db/months.ts). All that was
-- there before is the first partition. A run there gets each letter once by the index that it has; one of a month by the id of the letter.
CREATE SCHEMA "months";--> statement-breakpoint
ALTER TABLE "deliveries" DROP CONSTRAINT "deliveries_workspace_id_letter_id_letters_workspace_id_letter_id_fk";--> statement-breakpoint

ALTER TABLE "run_events" SET SCHEMA "months";--> statement-breakpoint
ALTER TABLE "months"."run_events" RENAME TO "run_events_before";--> statement-breakpoint
ALTER TABLE "months"."run_events_before" RENAME CONSTRAINT "run_events_workspace_id_run_id_seq_pk" TO "run_events_before_pk";--> statement-breakpoint
ALTER TABLE "months"."run_events_before" ADD CONSTRAINT "run_events_before_months" CHECK ("run_id" < 's0' OR "run_id" >= 'sa');--> statement-breakpoint
CREATE TABLE "run_events" (LIKE "months"."run_events_before" INCLUDING DEFAULTS) PARTITION BY RANGE ("run_id");--> statement-breakpoint
ALTER TABLE "run_events" ADD CONSTRAINT "run_events_workspace_id_run_id_seq_pk" PRIMARY KEY ("workspace_id", "run_id", "seq");--> statement-breakpoint
ALTER TABLE "run_events" ADD CONSTRAINT "run_events_workspace_id_run_id_runs_workspace_id_run_id_fk" FOREIGN KEY ("workspace_id", "run_id") REFERENCES "runs"("workspace_id", "run_id") ON DELETE cascade;--> statement-breakpoint
ALTER TABLE "run_events" ATTACH PARTITION "months"."run_events_before" DEFAULT;--> statement-breakpoint

ALTER TABLE "letters" SET SCHEMA "months";--> statement-breakpoint
ALTER TABLE "months"."letters" RENAME TO "letters_before";--> statement-breakpoint
ALTER TABLE "months"."letters_before" RENAME CONSTRAINT "letters_workspace_id_letter_id_pk" TO "letters_before_pk";--> statement-breakpoint
ALTER INDEX "months"."letters_once" RENAME TO "letters_before_once";--> statement-breakpoint
ALTER INDEX "months"."letters_quiz" RENAME TO "letters_before_quiz";--> statement-breakpoint
ALTER INDEX "months"."letters_recipient" RENAME TO "letters_before_recipient";--> statement-breakpoint
ALTER TABLE "months"."letters_before" ADD CONSTRAINT "letters_before_months" CHECK ("letter_id" < 'm0' OR "letter_id" >= 'ma');--> statement-breakpoint
CREATE TABLE "letters" (LIKE "months"."letters_before" INCLUDING DEFAULTS) PARTITION BY RANGE ("letter_id");--> statement-breakpoint
ALTER TABLE "letters" ADD CONSTRAINT "letters_workspace_id_letter_id_pk" PRIMARY KEY ("workspace_id", "letter_id");--> statement-breakpoint
CREATE INDEX "letters_run" ON "letters" USING btree ("workspace_id", "run_id");--> statement-breakpoint
CREATE INDEX "letters_quiz" ON "letters" USING btree ("workspace_id", "quiz_id", "written_at");--> statement-breakpoint
CREATE INDEX "letters_recipient" ON "letters" USING btree ("workspace_id", lower("recipient"));--> statement-breakpoint
ALTER TABLE "letters" ADD CONSTRAINT "letters_workspace_id_workspaces_workspace_id_fk" FOREIGN KEY ("workspace_id") REFERENCES "workspaces"("workspace_id") ON DELETE cascade;--> statement-breakpoint
ALTER TABLE "letters" ADD CONSTRAINT "letters_workspace_id_quiz_id_quizzes_workspace_id_quiz_id_fk" FOREIGN KEY ("workspace_id", "quiz_id") REFERENCES "quizzes"("workspace_id", "quiz_id") ON DELETE cascade;--> statement-breakpoint
ALTER TABLE "letters" ATTACH PARTITION "months"."letters_before" DEFAULT;--> statement-breakpoint

ALTER TABLE "deliveries" SET SCHEMA "months";--> statement-breakpoint
ALTER TABLE "months"."deliveries" RENAME TO "deliveries_before";--> statement-breakpoint
ALTER TABLE "months"."deliveries_before" RENAME CONSTRAINT "deliveries_workspace_id_letter_id_pk" TO "deliveries_before_pk";--> statement-breakpoint
ALTER INDEX "months"."deliveries_tray" RENAME TO "deliveries_before_tray";--> statement-breakpoint
ALTER INDEX "months"."deliveries_newest" RENAME TO "deliveries_before_newest";--> statement-breakpoint
ALTER INDEX "months"."deliveries_failed" RENAME TO "deliveries_before_failed";--> statement-breakpoint
ALTER TABLE "months"."deliveries_before" ADD CONSTRAINT "deliveries_before_months" CHECK ("letter_id" < 'm0' OR "letter_id" >= 'ma');--> statement-breakpoint
CREATE TABLE "deliveries" (LIKE "months"."deliveries_before" INCLUDING DEFAULTS) PARTITION BY RANGE ("letter_id");--> statement-breakpoint
ALTER TABLE "deliveries" ADD CONSTRAINT "deliveries_workspace_id_letter_id_pk" PRIMARY KEY ("workspace_id", "letter_id");--> statement-breakpoint
CREATE INDEX "deliveries_tray" ON "deliveries" USING btree ("workspace_id", "quiz_id", "state", "written_at", "letter_id");--> statement-breakpoint
CREATE INDEX "deliveries_newest" ON "deliveries" USING btree ("workspace_id", "quiz_id", "written_at", "letter_id");--> statement-breakpoint
CREATE INDEX "deliveries_failed" ON "deliveries" USING btree ("changed_at") WHERE "deliveries"."state" = 'failed';--> statement-breakpoint
ALTER TABLE "deliveries" ATTACH PARTITION "months"."deliveries_before" DEFAULT;--> statement-breakpoint
ALTER TABLE "deliveries" ADD CONSTRAINT "deliveries_workspace_id_letter_id_letters_workspace_id_letter_id_fk" FOREIGN KEY ("workspace_id", "letter_id") REFERENCES "letters"("workspace_id", "letter_id") ON DELETE cascade;
