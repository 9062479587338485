CREATE TABLE "certificates" (
	"workspace_id" text NOT NULL,
	"run_id" text NOT NULL,
	"block_id" text NOT NULL,
	"quiz_id" text NOT NULL,
	"number" text NOT NULL,
	"issued_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "certificates_workspace_id_run_id_block_id_pk" PRIMARY KEY("workspace_id","run_id","block_id")
);
--> statement-breakpoint
ALTER TABLE "certificates" ADD CONSTRAINT "certificates_workspace_id_run_id_runs_workspace_id_run_id_fk" FOREIGN KEY ("workspace_id","run_id") REFERENCES "public"."runs"("workspace_id","run_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "certificates_number" ON "certificates" USING btree ("workspace_id","quiz_id","number");--> statement-breakpoint
CREATE INDEX "deliveries_newest" ON "deliveries" USING btree ("workspace_id","quiz_id","written_at","letter_id");