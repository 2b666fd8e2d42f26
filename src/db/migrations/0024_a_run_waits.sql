ALTER TABLE "frames" DROP CONSTRAINT "frames_once_in_a_run";--> statement-breakpoint
ALTER TABLE "frames" ADD COLUMN "run_index" integer;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "waiting_since" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "may_be_left" boolean DEFAULT false NOT NULL;--> statement-breakpoint
CREATE UNIQUE INDEX "frames_once_in_a_run" ON "frames" USING btree ("run_id","hash") WHERE run_index is null;--> statement-breakpoint
ALTER TABLE "frames" ADD CONSTRAINT "frames_once_in_a_phones_run" UNIQUE("run_id","run_index");