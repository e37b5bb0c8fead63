ALTER TABLE "event_rules" ADD COLUMN "scale_step" text;--> statement-breakpoint
ALTER TABLE "trips" ADD COLUMN "scale_step" text;