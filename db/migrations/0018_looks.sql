CREATE TABLE "looks" (
	"workspace_id" text NOT NULL,
	"look_id" text NOT NULL,
	"name" text NOT NULL,
	"look" jsonb NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL,
	"changed_by" text NOT NULL,
	CONSTRAINT "looks_workspace_id_look_id_pk" PRIMARY KEY("workspace_id","look_id")
);
--> statement-breakpoint
ALTER TABLE "looks" ADD CONSTRAINT "looks_workspace_id_workspaces_workspace_id_fk" FOREIGN KEY ("workspace_id") REFERENCES "public"."workspaces"("workspace_id") ON DELETE cascade ON UPDATE no action;