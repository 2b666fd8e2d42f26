ALTER TABLE "jobs" ADD COLUMN "attempts" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "shots" ADD COLUMN "recipe_line" text DEFAULT '' NOT NULL;--> statement-breakpoint
UPDATE "shots" SET "recipe_line" = "newest"."line" FROM (SELECT DISTINCT ON ("shot_id") "shot_id", "line" FROM "recipes" ORDER BY "shot_id", "created_at" DESC) AS "newest" WHERE "newest"."shot_id" = "shots"."id";--> statement-breakpoint
DROP TABLE "recipes" CASCADE;--> statement-breakpoint
DROP SCHEMA IF EXISTS "pgboss" CASCADE;
