CREATE TABLE "erasures" (
	"id" uuid PRIMARY KEY NOT NULL,
	"asked_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "track_parts" (
	"track_id" uuid NOT NULL,
	"part" integer NOT NULL,
	"packed" "bytea" NOT NULL,
	CONSTRAINT "track_parts_track_id_part_pk" PRIMARY KEY("track_id","part")
);
--> statement-breakpoint
ALTER TABLE "settings" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "students" ADD COLUMN "arriving" uuid;--> statement-breakpoint
ALTER TABLE "tracks" ADD COLUMN "arriving" uuid;--> statement-breakpoint
-- A recording without a student goes to the one it was last judged for; what is nobody's goes to a
-- student who says so, so that nothing is lost.
UPDATE "tracks" SET "student_id" = (
	SELECT c."student_id" FROM "checks" c JOIN "students" s ON s."id" = c."student_id"
	WHERE c."track_id" = "tracks"."id" ORDER BY c."created_at" DESC LIMIT 1
) WHERE "student_id" IS NULL OR NOT EXISTS (SELECT 1 FROM "students" s WHERE s."id" = "tracks"."student_id");
--> statement-breakpoint
INSERT INTO "students" ("id", "updated_at", "name", "lead_side", "school_id", "lengths", "note")
SELECT '5e0c0de0-0000-4000-8000-000000000001', now(), 'Whose are these?', 'left', 'shoulder-width', '{"statureM": 1.75}',
	'Recordings and checks of an earlier version that named no student of this club.'
WHERE EXISTS (SELECT 1 FROM "tracks" WHERE "student_id" IS NULL)
	OR EXISTS (SELECT 1 FROM "checks" c WHERE NOT EXISTS (SELECT 1 FROM "students" s WHERE s."id" = c."student_id"));
--> statement-breakpoint
UPDATE "tracks" SET "student_id" = '5e0c0de0-0000-4000-8000-000000000001' WHERE "student_id" IS NULL;--> statement-breakpoint
UPDATE "checks" SET "student_id" = '5e0c0de0-0000-4000-8000-000000000001'
WHERE NOT EXISTS (SELECT 1 FROM "students" s WHERE s."id" = "checks"."student_id");
--> statement-breakpoint
UPDATE "tracks" SET "plan_id" = NULL WHERE NOT EXISTS (SELECT 1 FROM "plans" p WHERE p."id" = "tracks"."plan_id");--> statement-breakpoint
UPDATE "checks" SET "plan_id" = NULL WHERE NOT EXISTS (SELECT 1 FROM "plans" p WHERE p."id" = "checks"."plan_id");--> statement-breakpoint
ALTER TABLE "checks" ALTER COLUMN "track_id" DROP NOT NULL;--> statement-breakpoint
UPDATE "checks" SET "track_id" = NULL WHERE NOT EXISTS (
	SELECT 1 FROM "tracks" t WHERE t."id" = "checks"."track_id" AND t."student_id" = "checks"."student_id"
);
--> statement-breakpoint
ALTER TABLE "checks" ADD COLUMN "student_name" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "checks" ADD COLUMN "plan_name" text DEFAULT '' NOT NULL;--> statement-breakpoint
UPDATE "checks" SET "student_name" = coalesce("drill" -> 'student' ->> 'name', ''), "plan_name" = coalesce("drill" -> 'plan' ->> 'name', '');--> statement-breakpoint
ALTER TABLE "checks" ALTER COLUMN "student_name" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "checks" ALTER COLUMN "plan_name" DROP DEFAULT;--> statement-breakpoint
INSERT INTO "track_parts" ("track_id", "part", "packed") SELECT "id", 0, "packed" FROM "tracks";--> statement-breakpoint
ALTER TABLE "tracks" DROP COLUMN "packed";--> statement-breakpoint
ALTER TABLE "tracks" ALTER COLUMN "student_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "tracks" ADD CONSTRAINT "tracks_of_student" UNIQUE("id","student_id");--> statement-breakpoint
ALTER TABLE "track_parts" ADD CONSTRAINT "track_parts_track_id_tracks_id_fk" FOREIGN KEY ("track_id") REFERENCES "public"."tracks"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "checks" ADD CONSTRAINT "checks_student_id_students_id_fk" FOREIGN KEY ("student_id") REFERENCES "public"."students"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "checks" ADD CONSTRAINT "checks_plan_id_plans_id_fk" FOREIGN KEY ("plan_id") REFERENCES "public"."plans"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "checks" ADD CONSTRAINT "checks_track_of_student" FOREIGN KEY ("track_id","student_id") REFERENCES "public"."tracks"("id","student_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tracks" ADD CONSTRAINT "tracks_student_id_students_id_fk" FOREIGN KEY ("student_id") REFERENCES "public"."students"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tracks" ADD CONSTRAINT "tracks_plan_id_plans_id_fk" FOREIGN KEY ("plan_id") REFERENCES "public"."plans"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "checks_created" ON "checks" USING btree ("created_at");--> statement-breakpoint
CREATE INDEX "tracks_student" ON "tracks" USING btree ("student_id","created_at");--> statement-breakpoint
CREATE INDEX "tracks_created" ON "tracks" USING btree ("created_at");
