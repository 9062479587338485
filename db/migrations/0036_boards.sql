CREATE TABLE "boards" (
	"workspace_id" text NOT NULL,
	"quiz_id" text NOT NULL,
	"version" integer NOT NULL,
	"panels" jsonb NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "boards_workspace_id_quiz_id_pk" PRIMARY KEY("workspace_id","quiz_id")
);
--> statement-breakpoint
ALTER TABLE "boards" ADD CONSTRAINT "boards_workspace_id_quiz_id_quizzes_workspace_id_quiz_id_fk" FOREIGN KEY ("workspace_id","quiz_id") REFERENCES "public"."quizzes"("workspace_id","quiz_id") ON DELETE cascade ON UPDATE no action;