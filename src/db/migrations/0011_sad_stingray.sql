ALTER TABLE "run_marks" ADD COLUMN "sound_hash" text;--> statement-breakpoint
ALTER TABLE "run_marks" ADD COLUMN "sound_type" text;