CREATE TABLE "plan_versions" (
	"id" uuid PRIMARY KEY NOT NULL,
	"plan_id" uuid NOT NULL,
	"version" integer NOT NULL,
	"label" text,
	"plan" jsonb NOT NULL,
	"kept_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "plan_versions" ADD CONSTRAINT "plan_versions_plan_id_plans_id_fk" FOREIGN KEY ("plan_id") REFERENCES "public"."plans"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "plan_versions_of" ON "plan_versions" USING btree ("plan_id","kept_at");