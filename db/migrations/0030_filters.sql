CREATE TABLE "figure_bits" (
	"workspace_id" text NOT NULL,
	"quiz_id" text NOT NULL,
	"key" text NOT NULL,
	"chunk" integer NOT NULL,
	"bits" bit(4096) NOT NULL,
	CONSTRAINT "figure_bits_workspace_id_quiz_id_key_chunk_pk" PRIMARY KEY("workspace_id","quiz_id","key","chunk")
);
--> statement-breakpoint
CREATE TABLE "figure_places" (
	"workspace_id" text NOT NULL,
	"quiz_id" text NOT NULL,
	"next" integer NOT NULL,
	CONSTRAINT "figure_places_workspace_id_quiz_id_pk" PRIMARY KEY("workspace_id","quiz_id")
);
--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "place" integer;--> statement-breakpoint
ALTER TABLE "figure_bits" ADD CONSTRAINT "figure_bits_workspace_id_quiz_id_quizzes_workspace_id_quiz_id_fk" FOREIGN KEY ("workspace_id","quiz_id") REFERENCES "public"."quizzes"("workspace_id","quiz_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "figure_places" ADD CONSTRAINT "figure_places_workspace_id_quiz_id_quizzes_workspace_id_quiz_id_fk" FOREIGN KEY ("workspace_id","quiz_id") REFERENCES "public"."quizzes"("workspace_id","quiz_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
-- Runs get their places as they are counted again, and count for when and from where they came too; what was counted stays counted meanwhile.
UPDATE "runs" SET "counted_seq" = -1 WHERE "counted_seq" >= 0;
