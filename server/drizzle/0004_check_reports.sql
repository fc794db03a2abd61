ALTER TABLE "checks" ADD COLUMN "engine" integer;--> statement-breakpoint
ALTER TABLE "checks" ADD COLUMN "report" text;