CREATE TABLE "accounts" (
	"id" text PRIMARY KEY NOT NULL,
	"sign_in_name" text,
	"password_hash" text,
	"failures" integer DEFAULT 0 NOT NULL,
	"blocked_until" timestamptz(3),
	"created_at" timestamptz(3) NOT NULL
);
--> statement-breakpoint
CREATE TABLE "devices" (
	"id" uuid PRIMARY KEY NOT NULL,
	"account" text NOT NULL,
	"name" text NOT NULL,
	"created_at" timestamptz(3) NOT NULL,
	"seen_at" timestamptz(3) NOT NULL,
	"revoked_at" timestamptz(3)
);
--> statement-breakpoint
CREATE TABLE "pairings" (
	"code_hash" text PRIMARY KEY NOT NULL,
	"account" text,
	"book_id" uuid,
	"role" text,
	"member_id" uuid,
	"expires_at" timestamptz(3) NOT NULL,
	"used_at" timestamptz(3)
);
--> statement-breakpoint
CREATE TABLE "pictures" (
	"book_id" uuid NOT NULL,
	"sha256" text NOT NULL,
	"jpeg" "bytea" NOT NULL,
	"received_at" timestamptz(3) NOT NULL,
	CONSTRAINT "pictures_book_id_sha256_pk" PRIMARY KEY("book_id","sha256")
);
--> statement-breakpoint
CREATE TABLE "secrets" (
	"name" text PRIMARY KEY NOT NULL,
	"value" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sessions" (
	"sid" text PRIMARY KEY NOT NULL,
	"sess" jsonb NOT NULL,
	"expire" timestamptz(3) NOT NULL
);
--> statement-breakpoint
ALTER TABLE "changes" ADD COLUMN "over" jsonb;--> statement-breakpoint
ALTER TABLE "stints" ADD COLUMN "end_unsure" boolean;--> statement-breakpoint
ALTER TABLE "trips" ADD COLUMN "deck" jsonb;--> statement-breakpoint
ALTER TABLE "trips" ADD COLUMN "run_back_min" double precision;--> statement-breakpoint
ALTER TABLE "trips" ADD COLUMN "no_bites" boolean;--> statement-breakpoint
ALTER TABLE "devices" ADD CONSTRAINT "devices_account_accounts_id_fk" FOREIGN KEY ("account") REFERENCES "public"."accounts"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pairings" ADD CONSTRAINT "pairings_account_accounts_id_fk" FOREIGN KEY ("account") REFERENCES "public"."accounts"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pairings" ADD CONSTRAINT "pairings_book_id_books_id_fk" FOREIGN KEY ("book_id") REFERENCES "public"."books"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "accounts_sign_in_name" ON "accounts" USING btree ("sign_in_name");--> statement-breakpoint
CREATE INDEX "devices_account" ON "devices" USING btree ("account");--> statement-breakpoint
CREATE INDEX "sessions_expire" ON "sessions" USING btree ("expire");