CREATE TABLE "invitations" (
	"workspace_id" text NOT NULL,
	"invitation_id" text NOT NULL,
	"email" text NOT NULL,
	"role" text NOT NULL,
	"token_hash" text NOT NULL,
	"by" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"seen_at" timestamp with time zone,
	"ended_at" timestamp with time zone,
	CONSTRAINT "invitations_workspace_id_invitation_id_pk" PRIMARY KEY("workspace_id","invitation_id")
);
--> statement-breakpoint
ALTER TABLE "members" ADD COLUMN "chosen_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "invitations" ADD CONSTRAINT "invitations_workspace_id_workspaces_workspace_id_fk" FOREIGN KEY ("workspace_id") REFERENCES "public"."workspaces"("workspace_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "invitations_open" ON "invitations" USING btree ("workspace_id","made_at");--> statement-breakpoint
UPDATE "members" SET "chosen_at" = "joined_at";
