CREATE TABLE "hand_frames" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"run_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"taken_at" timestamp with time zone NOT NULL,
	"shutter_seconds" double precision,
	"iso" double precision,
	"state" text DEFAULT 'good' NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "hand_frames_once" UNIQUE("run_id","number")
);
--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "hand_way" text;--> statement-breakpoint
ALTER TABLE "hand_frames" ADD CONSTRAINT "hand_frames_run_id_runs_id_fk" FOREIGN KEY ("run_id") REFERENCES "public"."runs"("id") ON DELETE cascade ON UPDATE no action;