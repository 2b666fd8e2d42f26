ALTER TABLE "runs" ALTER COLUMN "refused" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "sites" ALTER COLUMN "horizon" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "sites" ALTER COLUMN "series" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "stacks" ALTER COLUMN "refused" DROP DEFAULT;--> statement-breakpoint
UPDATE "sites" SET "horizon" = jsonb_build_object('version', 1, 'value', "horizon") WHERE "horizon" IS NOT NULL;--> statement-breakpoint
UPDATE "sites" SET "series" = jsonb_build_object('version', 1, 'value', "series") WHERE "series" IS NOT NULL;--> statement-breakpoint
UPDATE "outings" SET "overrides" = jsonb_build_object('version', 1, 'value', "overrides") WHERE "overrides" IS NOT NULL;--> statement-breakpoint
UPDATE "shots" SET "scene" = jsonb_build_object('version', 1, 'value', "scene") WHERE "scene" IS NOT NULL;--> statement-breakpoint
UPDATE "shots" SET "aim" = jsonb_build_object('version', 1, 'value', "aim") WHERE "aim" IS NOT NULL;--> statement-breakpoint
UPDATE "shots" SET "camera" = jsonb_build_object('version', 1, 'value', "camera") WHERE "camera" IS NOT NULL;--> statement-breakpoint
UPDATE "phones" SET "profile" = jsonb_build_object('version', 1, 'value', "profile") WHERE "profile" IS NOT NULL;--> statement-breakpoint
UPDATE "runs" SET "refused" = jsonb_build_object('version', 1, 'value', "refused") WHERE "refused" IS NOT NULL;--> statement-breakpoint
UPDATE "stacks" SET "parameters" = jsonb_build_object('version', 1, 'value', "parameters") WHERE "parameters" IS NOT NULL;--> statement-breakpoint
UPDATE "stacks" SET "inputs" = jsonb_build_object('version', 1, 'value', "inputs") WHERE "inputs" IS NOT NULL;--> statement-breakpoint
UPDATE "stacks" SET "refused" = jsonb_build_object('version', 1, 'value', "refused") WHERE "refused" IS NOT NULL;
