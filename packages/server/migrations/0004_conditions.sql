ALTER TABLE "book_settings" ADD COLUMN "weather_address" text;--> statement-breakpoint
ALTER TABLE "book_settings" ADD COLUMN "sounder_address" text;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "thunder" boolean;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "depth_m" double precision;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "depth_m_typed" text;--> statement-breakpoint
ALTER TABLE "trips" ADD COLUMN "season_said" text;--> statement-breakpoint
ALTER TABLE "trips" ADD COLUMN "fish_season_said" text;--> statement-breakpoint
ALTER TABLE "trips" ADD COLUMN "front_said" text;--> statement-breakpoint
ALTER TABLE "trips" ADD COLUMN "tendency_said" text;--> statement-breakpoint
ALTER TABLE "trips" ADD COLUMN "light_said" text;--> statement-breakpoint
ALTER TABLE "trips" ADD COLUMN "moon_said" text;--> statement-breakpoint
ALTER TABLE "trips" ADD COLUMN "track" jsonb;