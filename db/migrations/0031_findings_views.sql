CREATE TABLE "findings_views" (
	"workspace_id" text NOT NULL,
	"quiz_id" text NOT NULL,
	"name" text NOT NULL,
	"where" text NOT NULL,
	"against" text,
	CONSTRAINT "findings_views_workspace_id_quiz_id_name_pk" PRIMARY KEY("workspace_id","quiz_id","name")
);
--> statement-breakpoint
ALTER TABLE "findings_views" ADD CONSTRAINT "findings_views_workspace_id_quiz_id_quizzes_workspace_id_quiz_id_fk" FOREIGN KEY ("workspace_id","quiz_id") REFERENCES "public"."quizzes"("workspace_id","quiz_id") ON DELETE cascade ON UPDATE no action;