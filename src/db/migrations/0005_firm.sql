ALTER TABLE "frames" ADD COLUMN "warning" text;--> statement-breakpoint
ALTER TABLE "frames" ADD COLUMN "arrival" bigserial NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "worker" uuid;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "beat_at" timestamp with time zone;--> statement-breakpoint
CREATE INDEX "frames_run_index" ON "frames" USING btree ("run_id","arrival");--> statement-breakpoint
CREATE INDEX "jobs_subject_index" ON "jobs" USING btree ("subject_id");--> statement-breakpoint
CREATE INDEX "jobs_state_index" ON "jobs" USING btree ("state");--> statement-breakpoint
CREATE INDEX "log_outing_index" ON "log_entries" USING btree ("outing_id");--> statement-breakpoint
CREATE INDEX "log_shot_index" ON "log_entries" USING btree ("shot_id");--> statement-breakpoint
CREATE INDEX "log_run_index" ON "log_entries" USING btree ("run_id");--> statement-breakpoint
CREATE INDEX "log_stack_index" ON "log_entries" USING btree ("stack_id");--> statement-breakpoint
CREATE INDEX "log_time_index" ON "log_entries" USING btree ("created_at");--> statement-breakpoint
CREATE INDEX "outings_site_index" ON "outings" USING btree ("site_id");--> statement-breakpoint
CREATE INDEX "outings_date_index" ON "outings" USING btree ("date");--> statement-breakpoint
CREATE INDEX "recipes_shot_index" ON "recipes" USING btree ("shot_id","created_at");--> statement-breakpoint
CREATE INDEX "runs_shot_index" ON "runs" USING btree ("shot_id");--> statement-breakpoint
CREATE INDEX "runs_state_index" ON "runs" USING btree ("state");--> statement-breakpoint
CREATE INDEX "shots_outing_index" ON "shots" USING btree ("outing_id","position");--> statement-breakpoint
CREATE INDEX "stacks_shot_index" ON "stacks" USING btree ("shot_id","created_at");--> statement-breakpoint
CREATE INDEX "stacks_run_index" ON "stacks" USING btree ("run_id");--> statement-breakpoint
DELETE FROM "frames" AS twin USING "frames" AS first
	WHERE twin."run_id" = first."run_id" AND twin."hash" = first."hash" AND twin."arrival" > first."arrival";--> statement-breakpoint
ALTER TABLE "frames" ADD CONSTRAINT "frames_once_in_a_run" UNIQUE("run_id","hash");