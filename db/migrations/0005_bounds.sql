DROP INDEX "runs_quiz";--> statement-breakpoint
ALTER TABLE "deliveries" ADD COLUMN "quiz_id" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "deliveries" ADD COLUMN "written_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "quizzes" ADD COLUMN "title" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "quizzes" ADD COLUMN "description" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "quizzes" ADD COLUMN "known" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "quizzes" ADD COLUMN "hand_overs" jsonb;--> statement-breakpoint
ALTER TABLE "quizzes" ADD COLUMN "checked" jsonb;--> statement-breakpoint
ALTER TABLE "letters" ADD COLUMN "language" text DEFAULT 'en' NOT NULL;--> statement-breakpoint
ALTER TABLE "edits" ADD COLUMN "size" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "size" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
CREATE INDEX "deliveries_tray" ON "deliveries" USING btree ("workspace_id","quiz_id","state","written_at","letter_id");--> statement-breakpoint
CREATE INDEX "runs_seen" ON "runs" USING btree ("workspace_id","quiz_id","seen_at","run_id");--> statement-breakpoint
CREATE INDEX "runs_uncounted" ON "runs" USING btree ("workspace_id","quiz_id","seen_at") WHERE "runs"."counted_seq" < "runs"."seq";--> statement-breakpoint
CREATE INDEX "runs_quiz" ON "runs" USING btree ("workspace_id","quiz_id","last_at","run_id");--> statement-breakpoint
UPDATE "quizzes" SET "title" = coalesce("draft" ->> 'title', ''), "description" = coalesce("draft" ->> 'description', ''), "known" = coalesce("draft" -> 'known', '[]'::jsonb);--> statement-breakpoint
UPDATE "deliveries" SET "quiz_id" = l."quiz_id", "written_at" = l."written_at" FROM "letters" l WHERE l."workspace_id" = "deliveries"."workspace_id" AND l."letter_id" = "deliveries"."letter_id";--> statement-breakpoint
UPDATE "runs" SET "size" = e."size" FROM (SELECT "workspace_id", "run_id", sum(length("sent"::text))::int AS "size" FROM "run_events" GROUP BY 1, 2) e WHERE e."workspace_id" = "runs"."workspace_id" AND e."run_id" = "runs"."run_id";--> statement-breakpoint
UPDATE "edits" SET "size" = length("edit"::text);--> statement-breakpoint
-- Sessions are known by the hashes of their tokens from now on, so everybody signs in once more. Who has an account was let in without a letter.
DELETE FROM "session";--> statement-breakpoint
DELETE FROM "verification";--> statement-breakpoint
UPDATE "user" SET "email_verified" = true;--> statement-breakpoint
-- Runs count for each offer by itself. They are counted again; what was counted stays counted meanwhile.
UPDATE "runs" SET "counted_seq" = -1 WHERE "counted_seq" >= 0;
