CREATE EXTENSION IF NOT EXISTS pg_trgm;--> statement-breakpoint
ALTER TABLE "contacts" ADD COLUMN "words" text GENERATED ALWAYS AS (lower(email || ' ' || jsonb_path_query_array(fields, '$.*')::text)) STORED NOT NULL;--> statement-breakpoint
CREATE INDEX "contacts_last" ON "contacts" USING btree ("workspace_id","last_at","contact_id");--> statement-breakpoint
CREATE INDEX "contacts_words" ON "contacts" USING gin ("words" gin_trgm_ops);--> statement-breakpoint
CREATE INDEX "runs_contact" ON "runs" USING btree ("workspace_id","contact_id") WHERE "runs"."contact_id" is not null;