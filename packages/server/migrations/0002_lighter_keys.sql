ALTER TABLE "changes" DROP CONSTRAINT "changes_book_id_books_id_fk";
--> statement-breakpoint
ALTER TABLE "foreign_ids" DROP CONSTRAINT "foreign_ids_book_id_books_id_fk";
--> statement-breakpoint
ALTER TABLE "plans" DROP CONSTRAINT "plans_book_id_books_id_fk";
--> statement-breakpoint
ALTER TABLE "readings" DROP CONSTRAINT "readings_book_id_books_id_fk";
--> statement-breakpoint
ALTER TABLE "setups" DROP CONSTRAINT "setups_book_id_books_id_fk";
--> statement-breakpoint
ALTER TABLE "spots" DROP CONSTRAINT "spots_book_id_books_id_fk";
--> statement-breakpoint
ALTER TABLE "stints" DROP CONSTRAINT "stints_book_id_books_id_fk";
--> statement-breakpoint
ALTER TABLE "strikes" DROP CONSTRAINT "strikes_book_id_books_id_fk";
--> statement-breakpoint
ALTER TABLE "trips" DROP CONSTRAINT "trips_book_id_books_id_fk";
