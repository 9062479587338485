CREATE TABLE "kept_answers" (
	"workspace_id" text NOT NULL,
	"token_id" text NOT NULL,
	"key" text NOT NULL,
	"request" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"status" integer,
	"answer" text,
	CONSTRAINT "kept_answers_workspace_id_token_id_key_pk" PRIMARY KEY("workspace_id","token_id","key")
);
--> statement-breakpoint
CREATE TABLE "tokens" (
	"workspace_id" text NOT NULL,
	"token_id" text NOT NULL,
	"name" text NOT NULL,
	"hash" text NOT NULL,
	"scopes" jsonb NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"made_by" text NOT NULL,
	"used_at" timestamp with time zone,
	"ends_at" timestamp with time zone,
	CONSTRAINT "tokens_workspace_id_token_id_pk" PRIMARY KEY("workspace_id","token_id")
);
--> statement-breakpoint
CREATE TABLE "webhook_messages" (
	"workspace_id" text NOT NULL,
	"message_id" text NOT NULL,
	"webhook_id" text NOT NULL,
	"place" bigint GENERATED ALWAYS AS IDENTITY (sequence name "webhook_messages_place_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"kind" text NOT NULL,
	"quiz_id" text,
	"run_id" text,
	"body" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"state" text DEFAULT 'waiting' NOT NULL,
	"tries" integer DEFAULT 0 NOT NULL,
	"next_at" timestamp with time zone NOT NULL,
	"taken_until" timestamp with time zone,
	"done_at" timestamp with time zone,
	CONSTRAINT "webhook_messages_workspace_id_message_id_pk" PRIMARY KEY("workspace_id","message_id")
);
--> statement-breakpoint
CREATE TABLE "webhook_tries" (
	"workspace_id" text NOT NULL,
	"message_id" text NOT NULL,
	"try" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"took" integer NOT NULL,
	"status" integer,
	"trouble" text DEFAULT '' NOT NULL,
	"answer" text DEFAULT '' NOT NULL,
	CONSTRAINT "webhook_tries_workspace_id_message_id_try_pk" PRIMARY KEY("workspace_id","message_id","try")
);
--> statement-breakpoint
CREATE TABLE "webhooks" (
	"workspace_id" text NOT NULL,
	"webhook_id" text NOT NULL,
	"url" text NOT NULL,
	"happenings" jsonb NOT NULL,
	"quizzes" jsonb,
	"secret" integer DEFAULT 1 NOT NULL,
	"secret_at" timestamp with time zone DEFAULT now() NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"made_by" text NOT NULL,
	"off_at" timestamp with time zone,
	"off_because" text,
	"failing_since" timestamp with time zone,
	"failures" integer DEFAULT 0 NOT NULL,
	"next_at" timestamp with time zone,
	CONSTRAINT "webhooks_workspace_id_webhook_id_pk" PRIMARY KEY("workspace_id","webhook_id")
);
--> statement-breakpoint
ALTER TABLE "kept_answers" ADD CONSTRAINT "kept_answers_workspace_id_token_id_tokens_workspace_id_token_id_fk" FOREIGN KEY ("workspace_id","token_id") REFERENCES "public"."tokens"("workspace_id","token_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tokens" ADD CONSTRAINT "tokens_workspace_id_workspaces_workspace_id_fk" FOREIGN KEY ("workspace_id") REFERENCES "public"."workspaces"("workspace_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "webhook_messages" ADD CONSTRAINT "webhook_messages_workspace_id_webhook_id_webhooks_workspace_id_webhook_id_fk" FOREIGN KEY ("workspace_id","webhook_id") REFERENCES "public"."webhooks"("workspace_id","webhook_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "webhook_messages" ADD CONSTRAINT "webhook_messages_workspace_id_run_id_runs_workspace_id_run_id_fk" FOREIGN KEY ("workspace_id","run_id") REFERENCES "public"."runs"("workspace_id","run_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "webhook_tries" ADD CONSTRAINT "webhook_tries_workspace_id_message_id_webhook_messages_workspace_id_message_id_fk" FOREIGN KEY ("workspace_id","message_id") REFERENCES "public"."webhook_messages"("workspace_id","message_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "webhooks" ADD CONSTRAINT "webhooks_workspace_id_workspaces_workspace_id_fk" FOREIGN KEY ("workspace_id") REFERENCES "public"."workspaces"("workspace_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "tokens_hash" ON "tokens" USING btree ("workspace_id","hash");--> statement-breakpoint
CREATE INDEX "webhook_messages_waiting" ON "webhook_messages" USING btree ("workspace_id","webhook_id","next_at") WHERE "webhook_messages"."state" = 'waiting';--> statement-breakpoint
CREATE INDEX "webhook_messages_newest" ON "webhook_messages" USING btree ("workspace_id","webhook_id","place");--> statement-breakpoint
CREATE INDEX "webhook_messages_run" ON "webhook_messages" USING btree ("workspace_id","run_id") WHERE "webhook_messages"."run_id" is not null;