CREATE TABLE "presences" (
	"workspace_id" text NOT NULL,
	"quiz_id" text NOT NULL,
	"user_id" text NOT NULL,
	"block" text DEFAULT '' NOT NULL,
	"seen_at" timestamp with time zone NOT NULL,
	CONSTRAINT "presences_workspace_id_quiz_id_user_id_pk" PRIMARY KEY("workspace_id","quiz_id","user_id")
);
--> statement-breakpoint
ALTER TABLE "presences" ADD CONSTRAINT "presences_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "presences" ADD CONSTRAINT "presences_workspace_id_quiz_id_quizzes_workspace_id_quiz_id_fk" FOREIGN KEY ("workspace_id","quiz_id") REFERENCES "public"."quizzes"("workspace_id","quiz_id") ON DELETE cascade ON UPDATE no action;