CREATE TABLE "pictures" (
	"workspace_id" text NOT NULL,
	"picture_id" text NOT NULL,
	"type" text NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"bytes" "bytea" NOT NULL,
	"added_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "pictures_workspace_id_picture_id_pk" PRIMARY KEY("workspace_id","picture_id")
);
--> statement-breakpoint
ALTER TABLE "pictures" ADD CONSTRAINT "pictures_workspace_id_workspaces_workspace_id_fk" FOREIGN KEY ("workspace_id") REFERENCES "public"."workspaces"("workspace_id") ON DELETE cascade ON UPDATE no action;