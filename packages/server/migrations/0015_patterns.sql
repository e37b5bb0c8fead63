CREATE TABLE "patterns" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"water" uuid NOT NULL,
	"where" text NOT NULL,
	"found_on" text NOT NULL,
	"mark" text,
	"note" text,
	"deleted_at" timestamptz(3),
	"stamps" jsonb NOT NULL,
	"extra" jsonb DEFAULT '{}'::jsonb NOT NULL,
	CONSTRAINT "patterns_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "patterns" ADD CONSTRAINT "patterns_water" FOREIGN KEY ("book_id","water") REFERENCES "public"."waters"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "patterns_by_water" ON "patterns" USING btree ("book_id","water");--> statement-breakpoint
-- As every table of a book's records.
ALTER TABLE "patterns" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "patterns" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY "one_book" ON "patterns" USING ("book_id" = nullif(current_setting('jot.book', true), '')::uuid) WITH CHECK ("book_id" = nullif(current_setting('jot.book', true), '')::uuid);
