CREATE TABLE "states" (
	"workspace_id" text NOT NULL,
	"quiz_id" text NOT NULL,
	"revision" integer NOT NULL,
	"document" jsonb NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	CONSTRAINT "states_workspace_id_quiz_id_revision_pk" PRIMARY KEY("workspace_id","quiz_id","revision")
);
--> statement-breakpoint
ALTER TABLE "states" ADD CONSTRAINT "states_workspace_id_quiz_id_quizzes_workspace_id_quiz_id_fk" FOREIGN KEY ("workspace_id","quiz_id") REFERENCES "public"."quizzes"("workspace_id","quiz_id") ON DELETE cascade ON UPDATE no action;