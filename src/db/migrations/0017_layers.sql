ALTER TABLE "stacks" ADD COLUMN "layers" jsonb;--> statement-breakpoint
ALTER TABLE "stacks" ADD COLUMN "layers_hash" text;--> statement-breakpoint
ALTER TABLE "stacks" ADD COLUMN "balance" jsonb;--> statement-breakpoint
ALTER TABLE "stacks" ADD COLUMN "balanced_hash" text;