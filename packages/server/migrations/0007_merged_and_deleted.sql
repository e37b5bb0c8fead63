ALTER TABLE "access" ADD COLUMN "deleted_at" timestamptz(3);--> statement-breakpoint
ALTER TABLE "book_settings" ADD COLUMN "people" jsonb;--> statement-breakpoint
ALTER TABLE "lures" ADD COLUMN "merged_into" uuid;--> statement-breakpoint
ALTER TABLE "waters" ADD COLUMN "merged_into" uuid;