CREATE TABLE "wipes" (
	"workspace_id" text NOT NULL,
	"quiz_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"what" text NOT NULL,
	"runs" integer NOT NULL,
	CONSTRAINT "wipes_workspace_id_quiz_id_at_pk" PRIMARY KEY("workspace_id","quiz_id","at")
);
--> statement-breakpoint
ALTER TABLE "figures" ADD COLUMN "wiped" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "traces" jsonb;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "wiped" text;--> statement-breakpoint
ALTER TABLE "wipes" ADD CONSTRAINT "wipes_workspace_id_quiz_id_quizzes_workspace_id_quiz_id_fk" FOREIGN KEY ("workspace_id","quiz_id") REFERENCES "public"."quizzes"("workspace_id","quiz_id") ON DELETE cascade ON UPDATE no action;