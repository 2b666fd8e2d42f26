ALTER TABLE "outings" ADD COLUMN "overrides" jsonb;--> statement-breakpoint
ALTER TABLE "shots" ADD COLUMN "intent" text DEFAULT 'light-trails' NOT NULL;--> statement-breakpoint
ALTER TABLE "shots" ADD COLUMN "begins_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "shots" ADD COLUMN "minutes" double precision DEFAULT 10 NOT NULL;--> statement-breakpoint
ALTER TABLE "shots" ADD COLUMN "walk_minutes" double precision DEFAULT 5 NOT NULL;--> statement-breakpoint
ALTER TABLE "shots" ADD COLUMN "setup_minutes" double precision DEFAULT 3 NOT NULL;--> statement-breakpoint
ALTER TABLE "shots" ADD COLUMN "deleted_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "sites" ADD COLUMN "lamp_ev" double precision DEFAULT 4 NOT NULL;--> statement-breakpoint
ALTER TABLE "sites" ADD COLUMN "road" text DEFAULT 'street' NOT NULL;--> statement-breakpoint
ALTER TABLE "sites" ADD COLUMN "tidal" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "sites" ADD COLUMN "core_altitude_deg" double precision DEFAULT 10 NOT NULL;--> statement-breakpoint
ALTER TABLE "sites" ADD COLUMN "horizon" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "sites" ADD COLUMN "hazards" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "sites" ADD COLUMN "access" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "sites" ADD COLUMN "series" jsonb DEFAULT '{"weatherRows":[],"tideRows":[],"trafficRows":[]}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "sites" ADD COLUMN "deleted_at" timestamp with time zone;