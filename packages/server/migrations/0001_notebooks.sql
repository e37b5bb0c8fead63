ALTER TABLE "book_settings" ADD COLUMN "mappings" jsonb;--> statement-breakpoint
ALTER TABLE "lures" ADD COLUMN "version_from" text;--> statement-breakpoint
ALTER TABLE "strikes" ADD COLUMN "time_unknown" boolean;--> statement-breakpoint
ALTER TABLE "waters" ADD COLUMN "forage_winter" text[];--> statement-breakpoint
ALTER TABLE "waters" ADD COLUMN "forage_spring" text[];--> statement-breakpoint
ALTER TABLE "waters" ADD COLUMN "forage_summer" text[];--> statement-breakpoint
ALTER TABLE "waters" ADD COLUMN "forage_autumn" text[];