CREATE TABLE "comments" (
	"workspace_id" text NOT NULL,
	"quiz_id" text NOT NULL,
	"comment_id" text NOT NULL,
	"block" text NOT NULL,
	"answers" text,
	"words" text NOT NULL,
	"by" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"done_at" timestamp with time zone,
	"done_by" text,
	CONSTRAINT "comments_workspace_id_quiz_id_comment_id_pk" PRIMARY KEY("workspace_id","quiz_id","comment_id")
);
--> statement-breakpoint
ALTER TABLE "comments" ADD CONSTRAINT "comments_workspace_id_quiz_id_quizzes_workspace_id_quiz_id_fk" FOREIGN KEY ("workspace_id","quiz_id") REFERENCES "public"."quizzes"("workspace_id","quiz_id") ON DELETE cascade ON UPDATE no action;