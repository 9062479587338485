ALTER TABLE "editions" ADD COLUMN "note" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "is_trial" boolean DEFAULT false NOT NULL;