CREATE TABLE "rescored_runs" (
	"workspace_id" text NOT NULL,
	"quiz_id" text NOT NULL,
	"rescoring" integer NOT NULL,
	"run_id" text NOT NULL,
	"was" integer,
	CONSTRAINT "rescored_runs_workspace_id_quiz_id_rescoring_run_id_pk" PRIMARY KEY("workspace_id","quiz_id","rescoring","run_id")
);
--> statement-breakpoint
CREATE TABLE "rescorings" (
	"workspace_id" text NOT NULL,
	"quiz_id" text NOT NULL,
	"rescoring" integer NOT NULL,
	"key_edition" integer NOT NULL,
	"state" text NOT NULL,
	"done" integer DEFAULT 0 NOT NULL,
	"of" integer NOT NULL,
	"after" text DEFAULT '' NOT NULL,
	"changes" jsonb NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"by" text NOT NULL,
	"by_name" text NOT NULL,
	CONSTRAINT "rescorings_workspace_id_quiz_id_rescoring_pk" PRIMARY KEY("workspace_id","quiz_id","rescoring")
);
--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "key_edition" integer;--> statement-breakpoint
ALTER TABLE "rescored_runs" ADD CONSTRAINT "rescored_runs_workspace_id_run_id_runs_workspace_id_run_id_fk" FOREIGN KEY ("workspace_id","run_id") REFERENCES "public"."runs"("workspace_id","run_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rescorings" ADD CONSTRAINT "rescorings_workspace_id_quiz_id_quizzes_workspace_id_quiz_id_fk" FOREIGN KEY ("workspace_id","quiz_id") REFERENCES "public"."quizzes"("workspace_id","quiz_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "rescored_runs_run" ON "rescored_runs" USING btree ("workspace_id","run_id");