CREATE TABLE "schools" (
	"id" uuid PRIMARY KEY NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	"deleted_at" timestamp with time zone,
	"school" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "students" ADD COLUMN "level" text DEFAULT 'new' NOT NULL;--> statement-breakpoint
ALTER TABLE "students" ADD COLUMN "filming_consent" text DEFAULT 'not asked' NOT NULL;--> statement-breakpoint
ALTER TABLE "students" ADD COLUMN "measured_by" text DEFAULT 'tape' NOT NULL;--> statement-breakpoint
ALTER TABLE "students" ADD COLUMN "measurements" jsonb DEFAULT '[]'::jsonb NOT NULL;