CREATE TABLE "account" (
	"id" text PRIMARY KEY NOT NULL,
	"account_id" text NOT NULL,
	"provider_id" text NOT NULL,
	"user_id" text NOT NULL,
	"access_token" text,
	"refresh_token" text,
	"id_token" text,
	"access_token_expires_at" timestamp with time zone,
	"refresh_token_expires_at" timestamp with time zone,
	"scope" text,
	"password" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "addresses" (
	"address" text PRIMARY KEY NOT NULL,
	"workspace_id" text NOT NULL,
	"quiz_id" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "contacts" (
	"workspace_id" text NOT NULL,
	"contact_id" text NOT NULL,
	"email" text NOT NULL,
	"fields" jsonb NOT NULL,
	"consent" jsonb,
	"first_at" timestamp with time zone DEFAULT now() NOT NULL,
	"last_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "contacts_workspace_id_contact_id_pk" PRIMARY KEY("workspace_id","contact_id")
);
--> statement-breakpoint
CREATE TABLE "deliveries" (
	"workspace_id" text NOT NULL,
	"letter_id" text NOT NULL,
	"state" text NOT NULL,
	"tries" integer DEFAULT 0 NOT NULL,
	"trouble" text DEFAULT '' NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "deliveries_workspace_id_letter_id_pk" PRIMARY KEY("workspace_id","letter_id")
);
--> statement-breakpoint
CREATE TABLE "editions" (
	"workspace_id" text NOT NULL,
	"quiz_id" text NOT NULL,
	"edition" integer NOT NULL,
	"document" jsonb NOT NULL,
	"published_at" timestamp with time zone DEFAULT now() NOT NULL,
	"published_by" text NOT NULL,
	CONSTRAINT "editions_workspace_id_quiz_id_edition_pk" PRIMARY KEY("workspace_id","quiz_id","edition")
);
--> statement-breakpoint
CREATE TABLE "edits" (
	"workspace_id" text NOT NULL,
	"quiz_id" text NOT NULL,
	"revision" integer NOT NULL,
	"edit_id" text NOT NULL,
	"edit" jsonb NOT NULL,
	"by" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "edits_workspace_id_quiz_id_revision_pk" PRIMARY KEY("workspace_id","quiz_id","revision")
);
--> statement-breakpoint
CREATE TABLE "figures" (
	"workspace_id" text NOT NULL,
	"quiz_id" text NOT NULL,
	"day" date NOT NULL,
	"edition" integer NOT NULL,
	"key" text NOT NULL,
	"count" integer NOT NULL,
	CONSTRAINT "figures_workspace_id_quiz_id_day_edition_key_pk" PRIMARY KEY("workspace_id","quiz_id","day","edition","key")
);
--> statement-breakpoint
CREATE TABLE "letters" (
	"workspace_id" text NOT NULL,
	"letter_id" text NOT NULL,
	"quiz_id" text NOT NULL,
	"run_id" text,
	"message_id" text NOT NULL,
	"recipient" text NOT NULL,
	"subject" text NOT NULL,
	"body" jsonb NOT NULL,
	"written_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "letters_workspace_id_letter_id_pk" PRIMARY KEY("workspace_id","letter_id")
);
--> statement-breakpoint
CREATE TABLE "members" (
	"workspace_id" text NOT NULL,
	"user_id" text NOT NULL,
	"role" text NOT NULL,
	"joined_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "members_workspace_id_user_id_pk" PRIMARY KEY("workspace_id","user_id")
);
--> statement-breakpoint
CREATE TABLE "quizzes" (
	"workspace_id" text NOT NULL,
	"quiz_id" text NOT NULL,
	"draft" jsonb NOT NULL,
	"revision" integer DEFAULT 0 NOT NULL,
	"published_revision" integer,
	"live_edition" integer,
	"address" text NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL,
	"changed_by" text DEFAULT '' NOT NULL,
	"deleted_at" timestamp with time zone,
	CONSTRAINT "quizzes_workspace_id_quiz_id_pk" PRIMARY KEY("workspace_id","quiz_id")
);
--> statement-breakpoint
CREATE TABLE "rate_limit" (
	"id" text PRIMARY KEY NOT NULL,
	"key" text NOT NULL,
	"count" integer NOT NULL,
	"last_request" bigint NOT NULL,
	CONSTRAINT "rate_limit_key_unique" UNIQUE("key")
);
--> statement-breakpoint
CREATE TABLE "run_events" (
	"workspace_id" text NOT NULL,
	"run_id" text NOT NULL,
	"seq" integer NOT NULL,
	"sent" jsonb NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "run_events_workspace_id_run_id_seq_pk" PRIMARY KEY("workspace_id","run_id","seq")
);
--> statement-breakpoint
CREATE TABLE "runs" (
	"workspace_id" text NOT NULL,
	"run_id" text NOT NULL,
	"quiz_id" text NOT NULL,
	"edition" integer NOT NULL,
	"token_hash" text NOT NULL,
	"seed" integer NOT NULL,
	"known" jsonb NOT NULL,
	"source" text DEFAULT '' NOT NULL,
	"seen_at" timestamp with time zone DEFAULT now() NOT NULL,
	"last_at" timestamp with time zone DEFAULT now() NOT NULL,
	"finished_at" timestamp with time zone,
	"seq" integer DEFAULT 0 NOT NULL,
	"counted_seq" integer DEFAULT -1 NOT NULL,
	"counted_keys" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"contact_id" text,
	CONSTRAINT "runs_workspace_id_run_id_pk" PRIMARY KEY("workspace_id","run_id")
);
--> statement-breakpoint
CREATE TABLE "session" (
	"id" text PRIMARY KEY NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"token" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"ip_address" text,
	"user_agent" text,
	"user_id" text NOT NULL,
	CONSTRAINT "session_token_unique" UNIQUE("token")
);
--> statement-breakpoint
CREATE TABLE "user" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"email_verified" boolean DEFAULT false NOT NULL,
	"image" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "user_email_unique" UNIQUE("email")
);
--> statement-breakpoint
CREATE TABLE "verification" (
	"id" text PRIMARY KEY NOT NULL,
	"identifier" text NOT NULL,
	"value" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "workspaces" (
	"workspace_id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "account" ADD CONSTRAINT "account_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "contacts" ADD CONSTRAINT "contacts_workspace_id_workspaces_workspace_id_fk" FOREIGN KEY ("workspace_id") REFERENCES "public"."workspaces"("workspace_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "deliveries" ADD CONSTRAINT "deliveries_workspace_id_letter_id_letters_workspace_id_letter_id_fk" FOREIGN KEY ("workspace_id","letter_id") REFERENCES "public"."letters"("workspace_id","letter_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "editions" ADD CONSTRAINT "editions_workspace_id_quiz_id_quizzes_workspace_id_quiz_id_fk" FOREIGN KEY ("workspace_id","quiz_id") REFERENCES "public"."quizzes"("workspace_id","quiz_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "edits" ADD CONSTRAINT "edits_workspace_id_quiz_id_quizzes_workspace_id_quiz_id_fk" FOREIGN KEY ("workspace_id","quiz_id") REFERENCES "public"."quizzes"("workspace_id","quiz_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "figures" ADD CONSTRAINT "figures_workspace_id_quiz_id_quizzes_workspace_id_quiz_id_fk" FOREIGN KEY ("workspace_id","quiz_id") REFERENCES "public"."quizzes"("workspace_id","quiz_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "letters" ADD CONSTRAINT "letters_workspace_id_workspaces_workspace_id_fk" FOREIGN KEY ("workspace_id") REFERENCES "public"."workspaces"("workspace_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "letters" ADD CONSTRAINT "letters_workspace_id_quiz_id_quizzes_workspace_id_quiz_id_fk" FOREIGN KEY ("workspace_id","quiz_id") REFERENCES "public"."quizzes"("workspace_id","quiz_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "members" ADD CONSTRAINT "members_workspace_id_workspaces_workspace_id_fk" FOREIGN KEY ("workspace_id") REFERENCES "public"."workspaces"("workspace_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "members" ADD CONSTRAINT "members_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quizzes" ADD CONSTRAINT "quizzes_workspace_id_workspaces_workspace_id_fk" FOREIGN KEY ("workspace_id") REFERENCES "public"."workspaces"("workspace_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "run_events" ADD CONSTRAINT "run_events_workspace_id_run_id_runs_workspace_id_run_id_fk" FOREIGN KEY ("workspace_id","run_id") REFERENCES "public"."runs"("workspace_id","run_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "runs" ADD CONSTRAINT "runs_workspace_id_quiz_id_quizzes_workspace_id_quiz_id_fk" FOREIGN KEY ("workspace_id","quiz_id") REFERENCES "public"."quizzes"("workspace_id","quiz_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session" ADD CONSTRAINT "session_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "contacts_email" ON "contacts" USING btree ("workspace_id","email");--> statement-breakpoint
CREATE UNIQUE INDEX "edits_once" ON "edits" USING btree ("workspace_id","quiz_id","edit_id");--> statement-breakpoint
CREATE UNIQUE INDEX "letters_once" ON "letters" USING btree ("workspace_id","run_id","message_id");--> statement-breakpoint
CREATE INDEX "letters_quiz" ON "letters" USING btree ("workspace_id","quiz_id","written_at");--> statement-breakpoint
CREATE INDEX "members_user" ON "members" USING btree ("user_id");--> statement-breakpoint
CREATE UNIQUE INDEX "runs_token" ON "runs" USING btree ("workspace_id","token_hash");--> statement-breakpoint
CREATE INDEX "runs_quiz" ON "runs" USING btree ("workspace_id","quiz_id","last_at");