CREATE TABLE "patterns" (
	"id" uuid PRIMARY KEY NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	"deleted_at" timestamp with time zone,
	"pattern" jsonb NOT NULL
);
--> statement-breakpoint
-- A plan that holds the room of exactly one floor of the club follows that floor from now on, and where its target stands at
-- one of the bags of that room, that bag.
UPDATE "plans" SET "plan" = jsonb_set("plan", '{follows}', jsonb_build_object('floor', f."id") || coalesce((
	SELECT jsonb_build_object('target', jsonb_build_object('on', 'fixture', 'id', b ->> 'id'))
	FROM jsonb_array_elements(coalesce(f."floor" #> '{floor,fixtures}', '[]'::jsonb)) b
	WHERE b ->> 'kind' = 'hanging-bag' AND b -> 'at' = "plans"."plan" #> '{target,at}'
		AND "plans"."plan" #>> '{target,kind}' = 'bag'
	LIMIT 1
), '{}'::jsonb))
FROM "floors" f
WHERE f."deleted_at" IS NULL AND f."floor" -> 'floor' = "plans"."plan" -> 'floor' AND "plans"."plan" #> '{pattern,items}' IS NOT NULL
	AND (SELECT count(*) FROM "floors" o WHERE o."deleted_at" IS NULL AND o."floor" -> 'floor' = f."floor" -> 'floor') = 1;
