CREATE TABLE "quiz_members" (
	"workspace_id" text NOT NULL,
	"quiz_id" text NOT NULL,
	"user_id" text NOT NULL,
	CONSTRAINT "quiz_members_workspace_id_user_id_quiz_id_pk" PRIMARY KEY("workspace_id","user_id","quiz_id")
);
--> statement-breakpoint
ALTER TABLE "members" ADD COLUMN "is_limited" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "quiz_members" ADD CONSTRAINT "quiz_members_workspace_id_quiz_id_quizzes_workspace_id_quiz_id_fk" FOREIGN KEY ("workspace_id","quiz_id") REFERENCES "public"."quizzes"("workspace_id","quiz_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quiz_members" ADD CONSTRAINT "quiz_members_workspace_id_user_id_members_workspace_id_user_id_fk" FOREIGN KEY ("workspace_id","user_id") REFERENCES "public"."members"("workspace_id","user_id") ON DELETE cascade ON UPDATE no action;