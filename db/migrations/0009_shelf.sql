ALTER TABLE "quizzes" ADD COLUMN "is_archived" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "quizzes" ADD COLUMN "label" text DEFAULT '' NOT NULL;