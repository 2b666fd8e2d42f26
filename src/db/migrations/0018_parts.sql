ALTER TABLE "jobs" ADD COLUMN "part" integer;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "parts" integer;