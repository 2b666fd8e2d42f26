ALTER TABLE "frames" DROP CONSTRAINT "frames_once_in_a_run";--> statement-breakpoint
ALTER TABLE "frames" ADD COLUMN "run_index" integer;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "waiting_since" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "may_be_left" boolean DEFAULT false NOT NULL;--> statement-breakpoint
CREATE UNIQUE INDEX "frames_once_in_a_run" ON "frames" USING btree ("run_id","hash") WHERE run_index is null;--> statement-breakpoint
ALTER TABLE "frames" ADD CONSTRAINT "frames_once_in_a_phones_run" UNIQUE("run_id","run_index");--> statement-breakpoint
UPDATE "frames" SET "run_index" = substring("frames"."name" from '^frame-([0-9]{4,9})\.jpg$')::int - 1 FROM "runs" WHERE "runs"."id" = "frames"."run_id" AND "runs"."source" = 'phone' AND "frames"."name" ~ '^frame-[0-9]{4,9}\.jpg$' AND NOT EXISTS (SELECT 1 FROM "frames" "other" WHERE "other"."run_id" = "frames"."run_id" AND "other"."name" = "frames"."name" AND "other"."id" <> "frames"."id");
