ALTER TABLE "accounts" DROP COLUMN "failures";--> statement-breakpoint
ALTER TABLE "accounts" DROP COLUMN "blocked_until";--> statement-breakpoint
-- Session ids are hashed at rest from here on: who was signed in signs in once more.
DELETE FROM "sessions";--> statement-breakpoint
DELETE FROM "pairings";--> statement-breakpoint
UPDATE "access" SET "role" = m."role", "removed" = m."deleted_at" IS NOT NULL FROM "members" m WHERE m."book_id" = "access"."book_id" AND m."id" = "access"."member_id";--> statement-breakpoint
-- The gate to a book asks `access` alone: role and removal follow the member's record, whoever writes it.
CREATE FUNCTION "access_takes_role"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  SELECT m."role", m."deleted_at" IS NOT NULL INTO NEW."role", NEW."removed" FROM "members" m WHERE m."book_id" = NEW."book_id" AND m."id" = NEW."member_id";
  NEW."removed" := coalesce(NEW."removed", true);
  RETURN NEW;
END $$;--> statement-breakpoint
CREATE TRIGGER "access_takes_role" BEFORE INSERT OR UPDATE OF "member_id" ON "access" FOR EACH ROW EXECUTE FUNCTION "access_takes_role"();--> statement-breakpoint
-- A member who was removed cannot come back by a code that was made before: all codes to the book end with the removal.
CREATE FUNCTION "member_sets_access"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE "access" SET "role" = NEW."role", "removed" = NEW."deleted_at" IS NOT NULL WHERE "book_id" = NEW."book_id" AND "member_id" = NEW."id";
  IF TG_OP = 'UPDATE' AND ((NEW."deleted_at" IS NOT NULL AND OLD."deleted_at" IS NULL) OR NEW."role" IS DISTINCT FROM OLD."role") THEN
    DELETE FROM "pairings" WHERE "book_id" = NEW."book_id";
  END IF;
  RETURN NULL;
END $$;--> statement-breakpoint
CREATE TRIGGER "member_sets_access" AFTER INSERT OR UPDATE ON "members" FOR EACH ROW EXECUTE FUNCTION "member_sets_access"();--> statement-breakpoint
-- The second lock: a transaction sees and writes the one book it was opened for (`jot.book`), whatever its statements say. The
-- setting is read row by row: that costs a bulk of rows nothing to speak of, and a small statement less than a sub-select to plan.
DO $$
DECLARE t text;
BEGIN
  FOREACH t IN ARRAY ARRAY['waters', 'spots', 'lures', 'setups', 'trips', 'stints', 'readings', 'strikes', 'photos', 'track_parts', 'plans', 'claims', 'members', 'book_settings', 'changes', 'foreign_ids', 'pictures'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', t);
    EXECUTE format('ALTER TABLE %I FORCE ROW LEVEL SECURITY', t);
    EXECUTE format('CREATE POLICY "one_book" ON %I USING ("book_id" = nullif(current_setting(''jot.book'', true), '''')::uuid) WITH CHECK ("book_id" = nullif(current_setting(''jot.book'', true), '''')::uuid)', t);
  END LOOP;
END $$;--> statement-breakpoint
ALTER TABLE "books" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "books" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY "one_book" ON "books" USING ("id" = nullif(current_setting('jot.book', true), '')::uuid) WITH CHECK ("id" = nullif(current_setting('jot.book', true), '')::uuid);--> statement-breakpoint
ALTER TABLE "access" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "access" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
-- Who may open what is asked before a book is chosen; it is written only within the book.
CREATE POLICY "gate" ON "access" FOR SELECT USING (true);--> statement-breakpoint
CREATE POLICY "one_book_insert" ON "access" FOR INSERT WITH CHECK ("book_id" = nullif(current_setting('jot.book', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "one_book_update" ON "access" FOR UPDATE USING ("book_id" = nullif(current_setting('jot.book', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "one_book_delete" ON "access" FOR DELETE USING ("book_id" = nullif(current_setting('jot.book', true), '')::uuid);--> statement-breakpoint
ALTER TABLE "events" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "events" FORCE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY "told" ON "events" FOR INSERT WITH CHECK (true);--> statement-breakpoint
CREATE POLICY "one_book_read" ON "events" FOR SELECT USING ("book_id" IS NULL OR "book_id" = nullif(current_setting('jot.book', true), '')::uuid);
