ALTER TABLE "frames" ADD COLUMN "raw_hash" text;--> statement-breakpoint
ALTER TABLE "frames" ADD COLUMN "raw_bytes" double precision;