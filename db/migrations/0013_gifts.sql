CREATE TABLE "gifts" (
	"workspace_id" text NOT NULL,
	"quiz_id" text NOT NULL,
	"gift_key" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"taken" integer DEFAULT 0 NOT NULL,
	"ended_at" timestamp with time zone,
	CONSTRAINT "gifts_workspace_id_quiz_id_gift_key_pk" PRIMARY KEY("workspace_id","quiz_id","gift_key"),
	CONSTRAINT "gifts_gift_key_unique" UNIQUE("gift_key")
);
--> statement-breakpoint
ALTER TABLE "gifts" ADD CONSTRAINT "gifts_workspace_id_quiz_id_quizzes_workspace_id_quiz_id_fk" FOREIGN KEY ("workspace_id","quiz_id") REFERENCES "public"."quizzes"("workspace_id","quiz_id") ON DELETE cascade ON UPDATE no action;