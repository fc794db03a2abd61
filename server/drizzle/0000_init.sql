CREATE TABLE "checks" (
	"id" uuid PRIMARY KEY NOT NULL,
	"student_id" uuid NOT NULL,
	"track_id" uuid NOT NULL,
	"plan_id" uuid,
	"drill" jsonb NOT NULL,
	"verdict" jsonb NOT NULL,
	"headline" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "plans" (
	"id" uuid PRIMARY KEY NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	"deleted_at" timestamp with time zone,
	"plan" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "settings" (
	"id" integer PRIMARY KEY NOT NULL,
	"club_name" text NOT NULL,
	"units" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "students" (
	"id" uuid PRIMARY KEY NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	"deleted_at" timestamp with time zone,
	"name" text NOT NULL,
	"lead_side" text NOT NULL,
	"school_id" text NOT NULL,
	"lengths" jsonb NOT NULL,
	"birth_year" integer,
	"note" text DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE TABLE "tracks" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"source" text NOT NULL,
	"student_id" uuid,
	"plan_id" uuid,
	"samples" integer NOT NULL,
	"duration_s" double precision NOT NULL,
	"bytes" integer NOT NULL,
	"packed" "bytea" NOT NULL,
	"created_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE INDEX "checks_student" ON "checks" USING btree ("student_id","created_at");