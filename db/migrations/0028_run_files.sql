CREATE TABLE "run_files" (
	"workspace_id" text NOT NULL,
	"run_id" text NOT NULL,
	"file_id" text NOT NULL,
	"name" text NOT NULL,
	"type" text NOT NULL,
	"bytes" "bytea" NOT NULL,
	"size" integer NOT NULL,
	"added_at" timestamp with time zone DEFAULT now() NOT NULL,
	"is_sent" boolean DEFAULT false NOT NULL,
	CONSTRAINT "run_files_workspace_id_run_id_file_id_pk" PRIMARY KEY("workspace_id","run_id","file_id")
);
--> statement-breakpoint
ALTER TABLE "run_files" ADD CONSTRAINT "run_files_workspace_id_run_id_runs_workspace_id_run_id_fk" FOREIGN KEY ("workspace_id","run_id") REFERENCES "public"."runs"("workspace_id","run_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "run_files_unsent" ON "run_files" USING btree ("added_at") WHERE not "run_files"."is_sent";