CREATE TABLE "clip_ons" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"focal_factor" double precision NOT NULL,
	"loss_stops" double precision NOT NULL,
	"vignetting_stops" double precision NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "clip_ons_name_unique" UNIQUE("name")
);
--> statement-breakpoint
CREATE TABLE "supports" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"settle_seconds" double precision NOT NULL,
	"gust_px_per_mps" double precision NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "supports_name_unique" UNIQUE("name")
);
--> statement-breakpoint
ALTER TABLE "shots" ADD COLUMN "camera" jsonb;--> statement-breakpoint
UPDATE "phones" SET "profile" = ("profile" - 'lens') || jsonb_build_object(
	'lenses', jsonb_build_array((("profile" -> 'lens') - 'fNumber') || jsonb_build_object('fNumbers', jsonb_build_array("profile" -> 'lens' -> 'fNumber'), 'binned', false)),
	'shutterLagSeconds', 0.12
) WHERE "profile" ? 'lens';
