CREATE TABLE "advice" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"trip" uuid NOT NULL,
	"time" timestamptz(3) NOT NULL,
	"about" text NOT NULL,
	"stint" uuid,
	"lure" uuid,
	"said" text,
	"worth" double precision,
	"answer" text,
	"changed" text,
	"deleted_at" timestamptz(3),
	"stamps" jsonb NOT NULL,
	"extra" jsonb DEFAULT '{}'::jsonb NOT NULL,
	CONSTRAINT "advice_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
CREATE TABLE "rod_tests" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"trip" uuid NOT NULL,
	"usual" uuid NOT NULL,
	"tried" uuid NOT NULL,
	"turn_min" double precision NOT NULL,
	"seed" integer NOT NULL,
	"start" timestamptz(3) NOT NULL,
	"end" timestamptz(3),
	"deleted_at" timestamptz(3),
	"stamps" jsonb NOT NULL,
	"extra" jsonb DEFAULT '{}'::jsonb NOT NULL,
	CONSTRAINT "rod_tests_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "advice" ADD CONSTRAINT "advice_trip" FOREIGN KEY ("book_id","trip") REFERENCES "public"."trips"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "advice" ADD CONSTRAINT "advice_stint" FOREIGN KEY ("book_id","stint") REFERENCES "public"."stints"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "advice" ADD CONSTRAINT "advice_lure" FOREIGN KEY ("book_id","lure") REFERENCES "public"."lures"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rod_tests" ADD CONSTRAINT "rod_tests_trip" FOREIGN KEY ("book_id","trip") REFERENCES "public"."trips"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rod_tests" ADD CONSTRAINT "rod_tests_usual" FOREIGN KEY ("book_id","usual") REFERENCES "public"."lures"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rod_tests" ADD CONSTRAINT "rod_tests_tried" FOREIGN KEY ("book_id","tried") REFERENCES "public"."lures"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "advice_by_trip" ON "advice" USING btree ("book_id","trip");--> statement-breakpoint
CREATE INDEX "advice_by_stint" ON "advice" USING btree ("book_id","stint");--> statement-breakpoint
CREATE INDEX "advice_by_lure" ON "advice" USING btree ("book_id","lure");--> statement-breakpoint
CREATE INDEX "rod_tests_by_trip" ON "rod_tests" USING btree ("book_id","trip");--> statement-breakpoint
CREATE INDEX "rod_tests_by_usual" ON "rod_tests" USING btree ("book_id","usual");--> statement-breakpoint
CREATE INDEX "rod_tests_by_tried" ON "rod_tests" USING btree ("book_id","tried");--> statement-breakpoint
-- As every table of a book's records.
ALTER TABLE "advice" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "advice" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY "one_book" ON "advice" USING ("book_id" = nullif(current_setting('jot.book', true), '')::uuid) WITH CHECK ("book_id" = nullif(current_setting('jot.book', true), '')::uuid);--> statement-breakpoint
ALTER TABLE "rod_tests" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "rod_tests" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY "one_book" ON "rod_tests" USING ("book_id" = nullif(current_setting('jot.book', true), '')::uuid) WITH CHECK ("book_id" = nullif(current_setting('jot.book', true), '')::uuid);
