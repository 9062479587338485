CREATE TABLE "run_notes" (
	"workspace_id" text NOT NULL,
	"run_id" text NOT NULL,
	"words" text NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "run_notes_workspace_id_run_id_pk" PRIMARY KEY("workspace_id","run_id")
);
--> statement-breakpoint
ALTER TABLE "run_notes" ADD CONSTRAINT "run_notes_workspace_id_run_id_runs_workspace_id_run_id_fk" FOREIGN KEY ("workspace_id","run_id") REFERENCES "public"."runs"("workspace_id","run_id") ON DELETE cascade ON UPDATE no action;