CREATE TABLE "table_sums" (
	"name" text PRIMARY KEY NOT NULL,
	"rows" bigint NOT NULL,
	"keys" bigint NOT NULL
);
--> statement-breakpoint
ALTER TABLE "erasures" ADD COLUMN "done_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "checks" ALTER COLUMN "report" SET STORAGE EXTERNAL;--> statement-breakpoint
ALTER TABLE "track_parts" ALTER COLUMN "packed" SET STORAGE EXTERNAL;--> statement-breakpoint
CREATE FUNCTION keep_table_sum() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
	n bigint;
	k bigint;
BEGIN
	EXECUTE format('SELECT count(*), coalesce(bit_xor(hashtextextended(%s, 0)), 0) FROM changed', tg_argv[0]) INTO n, k;
	IF n > 0 THEN
		UPDATE table_sums
		SET rows = rows + CASE WHEN tg_op = 'DELETE' THEN -n ELSE n END, keys = keys # k
		WHERE name = tg_table_name;
	END IF;
	RETURN NULL;
END
$$;
--> statement-breakpoint
INSERT INTO "table_sums" SELECT 'settings', count(*), coalesce(bit_xor(hashtextextended(id::text, 0)), 0) FROM "settings";
--> statement-breakpoint
CREATE TRIGGER "settings_came" AFTER INSERT ON "settings" REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_table_sum('id::text');
--> statement-breakpoint
CREATE TRIGGER "settings_went" AFTER DELETE ON "settings" REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_table_sum('id::text');
--> statement-breakpoint
INSERT INTO "table_sums" SELECT 'schools', count(*), coalesce(bit_xor(hashtextextended(id::text, 0)), 0) FROM "schools";
--> statement-breakpoint
CREATE TRIGGER "schools_came" AFTER INSERT ON "schools" REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_table_sum('id::text');
--> statement-breakpoint
CREATE TRIGGER "schools_went" AFTER DELETE ON "schools" REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_table_sum('id::text');
--> statement-breakpoint
INSERT INTO "table_sums" SELECT 'students', count(*), coalesce(bit_xor(hashtextextended(id::text, 0)), 0) FROM "students";
--> statement-breakpoint
CREATE TRIGGER "students_came" AFTER INSERT ON "students" REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_table_sum('id::text');
--> statement-breakpoint
CREATE TRIGGER "students_went" AFTER DELETE ON "students" REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_table_sum('id::text');
--> statement-breakpoint
INSERT INTO "table_sums" SELECT 'patterns', count(*), coalesce(bit_xor(hashtextextended(id::text, 0)), 0) FROM "patterns";
--> statement-breakpoint
CREATE TRIGGER "patterns_came" AFTER INSERT ON "patterns" REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_table_sum('id::text');
--> statement-breakpoint
CREATE TRIGGER "patterns_went" AFTER DELETE ON "patterns" REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_table_sum('id::text');
--> statement-breakpoint
INSERT INTO "table_sums" SELECT 'plans', count(*), coalesce(bit_xor(hashtextextended(id::text, 0)), 0) FROM "plans";
--> statement-breakpoint
CREATE TRIGGER "plans_came" AFTER INSERT ON "plans" REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_table_sum('id::text');
--> statement-breakpoint
CREATE TRIGGER "plans_went" AFTER DELETE ON "plans" REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_table_sum('id::text');
--> statement-breakpoint
INSERT INTO "table_sums" SELECT 'plan_versions', count(*), coalesce(bit_xor(hashtextextended(id::text, 0)), 0) FROM "plan_versions";
--> statement-breakpoint
CREATE TRIGGER "plan_versions_came" AFTER INSERT ON "plan_versions" REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_table_sum('id::text');
--> statement-breakpoint
CREATE TRIGGER "plan_versions_went" AFTER DELETE ON "plan_versions" REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_table_sum('id::text');
--> statement-breakpoint
INSERT INTO "table_sums" SELECT 'floors', count(*), coalesce(bit_xor(hashtextextended(id::text, 0)), 0) FROM "floors";
--> statement-breakpoint
CREATE TRIGGER "floors_came" AFTER INSERT ON "floors" REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_table_sum('id::text');
--> statement-breakpoint
CREATE TRIGGER "floors_went" AFTER DELETE ON "floors" REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_table_sum('id::text');
--> statement-breakpoint
INSERT INTO "table_sums" SELECT 'tracks', count(*), coalesce(bit_xor(hashtextextended(id::text, 0)), 0) FROM "tracks";
--> statement-breakpoint
CREATE TRIGGER "tracks_came" AFTER INSERT ON "tracks" REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_table_sum('id::text');
--> statement-breakpoint
CREATE TRIGGER "tracks_went" AFTER DELETE ON "tracks" REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_table_sum('id::text');
--> statement-breakpoint
INSERT INTO "table_sums" SELECT 'checks', count(*), coalesce(bit_xor(hashtextextended(id::text, 0)), 0) FROM "checks";
--> statement-breakpoint
CREATE TRIGGER "checks_came" AFTER INSERT ON "checks" REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_table_sum('id::text');
--> statement-breakpoint
CREATE TRIGGER "checks_went" AFTER DELETE ON "checks" REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_table_sum('id::text');
--> statement-breakpoint
INSERT INTO "table_sums" SELECT 'observations', count(*), coalesce(bit_xor(hashtextextended(id::text, 0)), 0) FROM "observations";
--> statement-breakpoint
CREATE TRIGGER "observations_came" AFTER INSERT ON "observations" REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_table_sum('id::text');
--> statement-breakpoint
CREATE TRIGGER "observations_went" AFTER DELETE ON "observations" REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_table_sum('id::text');
--> statement-breakpoint
INSERT INTO "table_sums" SELECT 'erasures', count(*), coalesce(bit_xor(hashtextextended(id::text, 0)), 0) FROM "erasures";
--> statement-breakpoint
CREATE TRIGGER "erasures_came" AFTER INSERT ON "erasures" REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_table_sum('id::text');
--> statement-breakpoint
CREATE TRIGGER "erasures_went" AFTER DELETE ON "erasures" REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_table_sum('id::text');
--> statement-breakpoint
INSERT INTO "table_sums" SELECT 'track_parts', count(*), coalesce(bit_xor(hashtextextended(track_id::text || '/' || part, 0)), 0) FROM "track_parts";
--> statement-breakpoint
CREATE TRIGGER "track_parts_came" AFTER INSERT ON "track_parts" REFERENCING NEW TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_table_sum('track_id::text || ''/'' || part');
--> statement-breakpoint
CREATE TRIGGER "track_parts_went" AFTER DELETE ON "track_parts" REFERENCING OLD TABLE AS changed FOR EACH STATEMENT EXECUTE FUNCTION keep_table_sum('track_id::text || ''/'' || part');
