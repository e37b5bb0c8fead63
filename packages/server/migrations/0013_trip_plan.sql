ALTER TABLE "trips" ADD COLUMN "plan" uuid;--> statement-breakpoint
ALTER TABLE "trips" ADD CONSTRAINT "trips_plan" FOREIGN KEY ("book_id","plan") REFERENCES "public"."plans"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "trips_by_plan" ON "trips" USING btree ("book_id","plan");