CREATE TABLE "gatherings" (
	"workspace_id" text NOT NULL,
	"quiz_id" text NOT NULL,
	"message_id" text NOT NULL,
	"due_at" timestamp with time zone NOT NULL,
	CONSTRAINT "gatherings_workspace_id_quiz_id_message_id_due_at_pk" PRIMARY KEY("workspace_id","quiz_id","message_id","due_at")
);
--> statement-breakpoint
CREATE TABLE "mailing" (
	"workspace_id" text PRIMARY KEY NOT NULL,
	"stopped_at" timestamp with time zone,
	"per_minute" integer,
	"quiet" jsonb,
	"next_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "unsubscribed" (
	"workspace_id" text NOT NULL,
	"person_hash" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "unsubscribed_workspace_id_person_hash_pk" PRIMARY KEY("workspace_id","person_hash")
);
--> statement-breakpoint
DROP INDEX "letters_once";--> statement-breakpoint
ALTER TABLE "deliveries" ADD COLUMN "turn_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "letters" ADD COLUMN "audience" text DEFAULT 'visitor' NOT NULL;--> statement-breakpoint
ALTER TABLE "letters" ADD COLUMN "sheet" jsonb;--> statement-breakpoint
ALTER TABLE "letters" ADD COLUMN "due_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "gatherings" ADD CONSTRAINT "gatherings_workspace_id_quiz_id_quizzes_workspace_id_quiz_id_fk" FOREIGN KEY ("workspace_id","quiz_id") REFERENCES "public"."quizzes"("workspace_id","quiz_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mailing" ADD CONSTRAINT "mailing_workspace_id_workspaces_workspace_id_fk" FOREIGN KEY ("workspace_id") REFERENCES "public"."workspaces"("workspace_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "unsubscribed" ADD CONSTRAINT "unsubscribed_workspace_id_workspaces_workspace_id_fk" FOREIGN KEY ("workspace_id") REFERENCES "public"."workspaces"("workspace_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "letters_recipient" ON "letters" USING btree ("workspace_id",lower("recipient"));--> statement-breakpoint
CREATE UNIQUE INDEX "letters_once" ON "letters" USING btree ("workspace_id","run_id","message_id","recipient");