CREATE TABLE "reviews" (
	"workspace_id" text NOT NULL,
	"run_id" text NOT NULL,
	"quiz_id" text NOT NULL,
	"question_id" text NOT NULL,
	"change" integer NOT NULL,
	"marks" double precision,
	"note" text DEFAULT '' NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	CONSTRAINT "reviews_workspace_id_run_id_question_id_change_pk" PRIMARY KEY("workspace_id","run_id","question_id","change")
);
--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "reviews" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "notes" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "reviews" ADD CONSTRAINT "reviews_workspace_id_run_id_runs_workspace_id_run_id_fk" FOREIGN KEY ("workspace_id","run_id") REFERENCES "public"."runs"("workspace_id","run_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "reviews_newest" ON "reviews" USING btree ("workspace_id","quiz_id","question_id","at");--> statement-breakpoint
CREATE INDEX "runs_waiting" ON "runs" USING btree ("workspace_id","quiz_id","last_at","run_id") WHERE jsonb_path_exists("runs"."counted_keys", '$[*] ? (@ starts with "waits ")');--> statement-breakpoint
-- Runs in which something waits are counted again: what waits in those that have finished has a key of its own now.
UPDATE "runs" SET "counted_seq" = -1 WHERE jsonb_path_exists("counted_keys", '$[*] ? (@ starts with "pending ")');
