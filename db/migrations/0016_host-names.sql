CREATE TABLE "host_names" (
	"workspace_id" text NOT NULL,
	"host" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"made_by" text NOT NULL,
	"proven_at" timestamp with time zone,
	CONSTRAINT "host_names_workspace_id_host_pk" PRIMARY KEY("workspace_id","host")
);
--> statement-breakpoint
ALTER TABLE "host_names" ADD CONSTRAINT "host_names_workspace_id_workspaces_workspace_id_fk" FOREIGN KEY ("workspace_id") REFERENCES "public"."workspaces"("workspace_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "host_names_host" ON "host_names" USING btree ("host") WHERE "host_names"."proven_at" is not null;