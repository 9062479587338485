CREATE TABLE "processes" (
	"process_id" text PRIMARY KEY NOT NULL,
	"host" text NOT NULL,
	"port" integer NOT NULL,
	"version" text NOT NULL,
	"started_at" timestamp with time zone NOT NULL,
	"seen_at" timestamp with time zone NOT NULL,
	"memory" integer NOT NULL,
	"late" integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE "upkeep" (
	"what" text PRIMARY KEY NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"detail" text DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE INDEX "deliveries_failed" ON "deliveries" USING btree ("changed_at") WHERE "deliveries"."state" = 'failed';