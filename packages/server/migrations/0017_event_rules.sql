CREATE TABLE "event_rules" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"name" text NOT NULL,
	"limit" integer,
	"min_length_mm" double precision,
	"min_length_mm_typed" text,
	"weigh_in_min" double precision,
	"run_back_min" double precision,
	"most_in_well" integer,
	"dead_fish_g" double precision,
	"dead_fish_g_typed" text,
	"bag_of" text,
	"deleted_at" timestamptz(3),
	"stamps" jsonb NOT NULL,
	"extra" jsonb DEFAULT '{}'::jsonb NOT NULL,
	CONSTRAINT "event_rules_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "strikes" ADD COLUMN "dead" boolean;--> statement-breakpoint
ALTER TABLE "trips" ADD COLUMN "most_in_well" integer;--> statement-breakpoint
ALTER TABLE "trips" ADD COLUMN "dead_fish_g" double precision;--> statement-breakpoint
ALTER TABLE "trips" ADD COLUMN "dead_fish_g_typed" text;--> statement-breakpoint
ALTER TABLE "trips" ADD COLUMN "bag_of" text;--> statement-breakpoint
ALTER TABLE "event_rules" ADD CONSTRAINT "event_rules_book_id_books_id_fk" FOREIGN KEY ("book_id") REFERENCES "public"."books"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
-- A transaction sees and writes the one book it was opened for, here too.
ALTER TABLE "event_rules" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "event_rules" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY "one_book" ON "event_rules" USING ("book_id" = nullif(current_setting('jot.book', true), '')::uuid) WITH CHECK ("book_id" = nullif(current_setting('jot.book', true), '')::uuid);
