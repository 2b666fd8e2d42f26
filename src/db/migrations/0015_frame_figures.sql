ALTER TABLE "frames" ADD COLUMN "figures" jsonb;--> statement-breakpoint
ALTER TABLE "frames" ADD COLUMN "measured_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "frames" ADD COLUMN "choice" text;