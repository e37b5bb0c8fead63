CREATE TABLE "backups" (
	"id" uuid PRIMARY KEY NOT NULL,
	"at" timestamptz(3) NOT NULL,
	"file" text NOT NULL,
	"bytes" bigint NOT NULL,
	"records" bigint NOT NULL,
	"fault" text
);
--> statement-breakpoint
CREATE TABLE "events" (
	"id" uuid PRIMARY KEY NOT NULL,
	"at" timestamptz(3) NOT NULL,
	"kind" text NOT NULL,
	"account" text,
	"book_id" uuid,
	"member_id" uuid,
	"device" text,
	"detail" text
);
--> statement-breakpoint
CREATE TABLE "heartbeat" (
	"id" integer PRIMARY KEY NOT NULL,
	"at" timestamptz(3) NOT NULL
);
--> statement-breakpoint
CREATE TABLE "installation" (
	"id" integer PRIMARY KEY NOT NULL,
	"epoch" uuid NOT NULL,
	"lineage" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "track_parts" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"trip" uuid NOT NULL,
	"points" jsonb NOT NULL,
	"deleted_at" timestamptz(3),
	"stamps" jsonb NOT NULL,
	"extra" jsonb DEFAULT '{}'::jsonb NOT NULL,
	CONSTRAINT "track_parts_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
CREATE TABLE "tries" (
	"key" text PRIMARY KEY NOT NULL,
	"count" integer NOT NULL,
	"since" timestamptz(3) NOT NULL,
	"blocked_until" timestamptz(3)
);
--> statement-breakpoint
ALTER TABLE "access" ADD COLUMN "role" text;--> statement-breakpoint
ALTER TABLE "access" ADD COLUMN "removed" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "accounts" ADD COLUMN "name_skeleton" text;--> statement-breakpoint
ALTER TABLE "accounts" ADD COLUMN "totp_secret" text;--> statement-breakpoint
ALTER TABLE "accounts" ADD COLUMN "totp_step" bigint;--> statement-breakpoint
ALTER TABLE "accounts" ADD COLUMN "recovery_hashes" text[];--> statement-breakpoint
ALTER TABLE "devices" ADD COLUMN "token_hash" text;--> statement-breakpoint
ALTER TABLE "pairings" ADD COLUMN "device" uuid;--> statement-breakpoint
ALTER TABLE "pairings" ADD COLUMN "session" text;--> statement-breakpoint
ALTER TABLE "track_parts" ADD CONSTRAINT "track_parts_trip" FOREIGN KEY ("book_id","trip") REFERENCES "public"."trips"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "events_book" ON "events" USING btree ("book_id","at");--> statement-breakpoint
CREATE INDEX "events_account" ON "events" USING btree ("account","at");--> statement-breakpoint
CREATE INDEX "track_parts_by_trip" ON "track_parts" USING btree ("book_id","trip");--> statement-breakpoint
CREATE UNIQUE INDEX "accounts_name_skeleton" ON "accounts" USING btree ("name_skeleton");