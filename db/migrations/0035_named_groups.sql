CREATE TABLE "named_groups" (
	"workspace_id" text NOT NULL,
	"quiz_id" text NOT NULL,
	"run_id" text NOT NULL,
	"name" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "named_groups_workspace_id_run_id_pk" PRIMARY KEY("workspace_id","run_id")
);
--> statement-breakpoint
ALTER TABLE "named_groups" ADD CONSTRAINT "named_groups_workspace_id_run_id_runs_workspace_id_run_id_fk" FOREIGN KEY ("workspace_id","run_id") REFERENCES "public"."runs"("workspace_id","run_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "named_groups_quiz" ON "named_groups" USING btree ("workspace_id","quiz_id");