CREATE TABLE "access" (
	"workspace_id" text NOT NULL,
	"quiz_id" text NOT NULL,
	"settings" jsonb NOT NULL,
	"passcode" text,
	"finished" integer DEFAULT 0 NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL,
	"changed_by" text NOT NULL,
	CONSTRAINT "access_workspace_id_quiz_id_pk" PRIMARY KEY("workspace_id","quiz_id")
);
--> statement-breakpoint
CREATE TABLE "access_changes" (
	"workspace_id" text NOT NULL,
	"quiz_id" text NOT NULL,
	"change" integer NOT NULL,
	"settings" jsonb NOT NULL,
	"passcode" boolean DEFAULT false NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"by" text NOT NULL,
	CONSTRAINT "access_changes_workspace_id_quiz_id_change_pk" PRIMARY KEY("workspace_id","quiz_id","change")
);
--> statement-breakpoint
CREATE TABLE "listed" (
	"workspace_id" text NOT NULL,
	"quiz_id" text NOT NULL,
	"person_id" text NOT NULL,
	"place" integer NOT NULL,
	"says" text NOT NULL,
	"key" text NOT NULL,
	"name" text DEFAULT '' NOT NULL,
	"added_at" timestamp with time zone DEFAULT now() NOT NULL,
	"revoked_at" timestamp with time zone,
	CONSTRAINT "listed_workspace_id_quiz_id_person_id_pk" PRIMARY KEY("workspace_id","quiz_id","person_id")
);
--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "person" text;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "named" text;--> statement-breakpoint
ALTER TABLE "access" ADD CONSTRAINT "access_workspace_id_quiz_id_quizzes_workspace_id_quiz_id_fk" FOREIGN KEY ("workspace_id","quiz_id") REFERENCES "public"."quizzes"("workspace_id","quiz_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "access_changes" ADD CONSTRAINT "access_changes_workspace_id_quiz_id_quizzes_workspace_id_quiz_id_fk" FOREIGN KEY ("workspace_id","quiz_id") REFERENCES "public"."quizzes"("workspace_id","quiz_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "listed" ADD CONSTRAINT "listed_workspace_id_quiz_id_quizzes_workspace_id_quiz_id_fk" FOREIGN KEY ("workspace_id","quiz_id") REFERENCES "public"."quizzes"("workspace_id","quiz_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "listed_key" ON "listed" USING btree ("workspace_id","quiz_id","key");--> statement-breakpoint
CREATE INDEX "runs_person" ON "runs" USING btree ("workspace_id","quiz_id","person") WHERE "runs"."person" is not null;