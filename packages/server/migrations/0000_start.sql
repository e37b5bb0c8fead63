CREATE TABLE "access" (
	"book_id" uuid NOT NULL,
	"account" text NOT NULL,
	"member_id" uuid NOT NULL,
	CONSTRAINT "access_book_id_account_pk" PRIMARY KEY("book_id","account")
);
--> statement-breakpoint
CREATE TABLE "book_settings" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"name" text NOT NULL,
	"units" jsonb,
	"bands" jsonb,
	"demo" boolean,
	"deleted_at" timestamptz(3),
	"stamps" jsonb NOT NULL,
	"extra" jsonb DEFAULT '{}'::jsonb NOT NULL,
	CONSTRAINT "book_settings_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
CREATE TABLE "books" (
	"id" uuid PRIMARY KEY NOT NULL,
	"seq" bigint DEFAULT 0 NOT NULL,
	"created_at" timestamptz(3) NOT NULL
);
--> statement-breakpoint
CREATE TABLE "changes" (
	"book_id" uuid NOT NULL,
	"seq" bigint NOT NULL,
	"id" uuid NOT NULL,
	"group_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"record_id" uuid NOT NULL,
	"stamp" text NOT NULL,
	"fields" jsonb NOT NULL,
	"member_id" uuid NOT NULL,
	"received_at" timestamptz(3) NOT NULL,
	CONSTRAINT "changes_book_id_seq_pk" PRIMARY KEY("book_id","seq")
);
--> statement-breakpoint
CREATE TABLE "claims" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"name" text NOT NULL,
	"condition" text,
	"lure" text,
	"against" text,
	"outcome" text,
	"dispute" text,
	"multiplier" double precision,
	"note" text,
	"deleted_at" timestamptz(3),
	"stamps" jsonb NOT NULL,
	"extra" jsonb DEFAULT '{}'::jsonb NOT NULL,
	CONSTRAINT "claims_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
CREATE TABLE "foreign_ids" (
	"book_id" uuid NOT NULL,
	"namespace" text NOT NULL,
	"kind" text NOT NULL,
	"foreign_id" text NOT NULL,
	"record_id" uuid NOT NULL,
	"row_hash" text NOT NULL,
	"stamp" text NOT NULL,
	"fields" jsonb NOT NULL,
	CONSTRAINT "foreign_ids_book_id_namespace_kind_foreign_id_pk" PRIMARY KEY("book_id","namespace","kind","foreign_id")
);
--> statement-breakpoint
CREATE TABLE "lures" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"name" text NOT NULL,
	"class" text NOT NULL,
	"body" text,
	"version" text,
	"length_mm" double precision,
	"length_mm_typed" text,
	"overall_length_mm" double precision,
	"overall_length_mm_typed" text,
	"weight_g" double precision,
	"weight_g_typed" text,
	"runs_from_m" double precision,
	"runs_from_m_typed" text,
	"runs_to_m" double precision,
	"runs_to_m_typed" text,
	"action" text,
	"sound" text,
	"buoyancy" text,
	"head_shape" text,
	"trailer" text,
	"hook" text,
	"modification" text[],
	"skirt" text,
	"family" text,
	"back" text,
	"side" text,
	"belly" text,
	"accent" text,
	"finish" text,
	"stands_for" text[],
	"brightness" double precision,
	"price" double precision,
	"note" text,
	"deleted_at" timestamptz(3),
	"stamps" jsonb NOT NULL,
	"extra" jsonb DEFAULT '{}'::jsonb NOT NULL,
	CONSTRAINT "lures_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
CREATE TABLE "members" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"name" text NOT NULL,
	"role" text NOT NULL,
	"deleted_at" timestamptz(3),
	"stamps" jsonb NOT NULL,
	"extra" jsonb DEFAULT '{}'::jsonb NOT NULL,
	CONSTRAINT "members_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
CREATE TABLE "photos" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"sha256" text NOT NULL,
	"trip" uuid,
	"strike" uuid,
	"lure" uuid,
	"taken_at" timestamptz(3),
	"width_px" integer,
	"height_px" integer,
	"caption" text,
	"deleted_at" timestamptz(3),
	"stamps" jsonb NOT NULL,
	"extra" jsonb DEFAULT '{}'::jsonb NOT NULL,
	CONSTRAINT "photos_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
CREATE TABLE "plans" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"water" uuid NOT NULL,
	"date" text NOT NULL,
	"from_hour" double precision,
	"to_hour" double precision,
	"forecast" jsonb,
	"setups" text[],
	"note" text,
	"deleted_at" timestamptz(3),
	"stamps" jsonb NOT NULL,
	"extra" jsonb DEFAULT '{}'::jsonb NOT NULL,
	CONSTRAINT "plans_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
CREATE TABLE "readings" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"trip" uuid NOT NULL,
	"time" timestamptz(3) NOT NULL,
	"spot" uuid,
	"water_temp_c" double precision,
	"water_temp_c_typed" text,
	"visibility_m" double precision,
	"visibility_m_typed" text,
	"tint" text,
	"cloud_pct" double precision,
	"precipitation" text,
	"rain_mm" double precision,
	"rain_mm_typed" text,
	"wind_mps" double precision,
	"wind_mps_typed" text,
	"gust_mps" double precision,
	"gust_mps_typed" text,
	"wind_from_deg" double precision,
	"air_temp_c" double precision,
	"air_temp_c_typed" text,
	"pressure_hpa" double precision,
	"pressure_hpa_typed" text,
	"current" text,
	"level_m" double precision,
	"level_m_typed" text,
	"level_trend" text,
	"fish_position" text,
	"fish_seen" text,
	"bait" text,
	"source" text,
	"note" text,
	"deleted_at" timestamptz(3),
	"stamps" jsonb NOT NULL,
	"extra" jsonb DEFAULT '{}'::jsonb NOT NULL,
	CONSTRAINT "readings_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
CREATE TABLE "setups" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"name" text NOT NULL,
	"lure" uuid NOT NULL,
	"rod" text,
	"rod_power" text,
	"rod_action" text,
	"rod_material" text,
	"reel_ratio" text,
	"line_kind" text,
	"line_lb" double precision,
	"leader_mm" double precision,
	"leader_mm_typed" text,
	"leader_lb" double precision,
	"note" text,
	"deleted_at" timestamptz(3),
	"stamps" jsonb NOT NULL,
	"extra" jsonb DEFAULT '{}'::jsonb NOT NULL,
	CONSTRAINT "setups_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
CREATE TABLE "spots" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"name" text NOT NULL,
	"water" uuid NOT NULL,
	"latitude" double precision,
	"longitude" double precision,
	"structure" text,
	"cover" text,
	"depth_from_m" double precision,
	"depth_from_m_typed" text,
	"depth_to_m" double precision,
	"depth_to_m_typed" text,
	"slope" text,
	"note" text,
	"deleted_at" timestamptz(3),
	"stamps" jsonb NOT NULL,
	"extra" jsonb DEFAULT '{}'::jsonb NOT NULL,
	CONSTRAINT "spots_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
CREATE TABLE "stints" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"trip" uuid NOT NULL,
	"lure" uuid NOT NULL,
	"start" timestamptz(3) NOT NULL,
	"end" timestamptz(3),
	"setup" uuid,
	"angler" text,
	"rod" text,
	"rod_action" text,
	"rod_material" text,
	"reel_ratio" text,
	"line_kind" text,
	"line_lb" double precision,
	"leader_mm" double precision,
	"leader_mm_typed" text,
	"retrieve" text,
	"jerks" text,
	"pause_s" double precision,
	"work_s" double precision,
	"phase_share" text,
	"cast_length_m" double precision,
	"cast_length_m_typed" text,
	"direction" text,
	"intent" text,
	"reason" text,
	"casts" integer,
	"targets" integer,
	"fouled_casts" integer,
	"fish_shown" integer,
	"structure" text,
	"cover" text,
	"cover_state" text,
	"target_stands" text,
	"windblown" boolean,
	"depth_m" double precision,
	"depth_m_typed" text,
	"lure_depth_m" double precision,
	"lure_depth_m_typed" text,
	"spot" uuid,
	"latitude" double precision,
	"longitude" double precision,
	"note" text,
	"deleted_at" timestamptz(3),
	"stamps" jsonb NOT NULL,
	"extra" jsonb DEFAULT '{}'::jsonb NOT NULL,
	CONSTRAINT "stints_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
CREATE TABLE "strikes" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"trip" uuid NOT NULL,
	"time" timestamptz(3) NOT NULL,
	"stint" uuid,
	"angler" text,
	"outcome" text,
	"phase" text,
	"felt_as" text,
	"set" text,
	"hook_position" text,
	"species" text,
	"length_mm" double precision,
	"length_mm_typed" text,
	"weight_g" double precision,
	"weight_g_typed" text,
	"kept" boolean,
	"cull_tag" text,
	"depth_m" double precision,
	"depth_m_typed" text,
	"pitch" integer,
	"same_fish" boolean,
	"latitude" double precision,
	"longitude" double precision,
	"forage_seen" text[],
	"photo" text,
	"note" text,
	"deleted_at" timestamptz(3),
	"stamps" jsonb NOT NULL,
	"extra" jsonb DEFAULT '{}'::jsonb NOT NULL,
	CONSTRAINT "strikes_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
CREATE TABLE "trips" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"water" uuid NOT NULL,
	"start" timestamptz(3) NOT NULL,
	"end" timestamptz(3),
	"purpose" text,
	"platform" text,
	"target" text[],
	"anglers" text[],
	"effort_known" text,
	"limit" integer,
	"min_length_mm" double precision,
	"min_length_mm_typed" text,
	"weigh_in" timestamptz(3),
	"time_zone" text,
	"note" text,
	"clock_shift_s" jsonb,
	"deleted_at" timestamptz(3),
	"stamps" jsonb NOT NULL,
	"extra" jsonb DEFAULT '{}'::jsonb NOT NULL,
	CONSTRAINT "trips_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
CREATE TABLE "waters" (
	"book_id" uuid NOT NULL,
	"id" uuid NOT NULL,
	"name" text NOT NULL,
	"latitude" double precision,
	"longitude" double precision,
	"time_zone" text,
	"kind" text,
	"forage" text[],
	"species" text[],
	"pressure" text,
	"note" text,
	"outline" jsonb,
	"deleted_at" timestamptz(3),
	"stamps" jsonb NOT NULL,
	"extra" jsonb DEFAULT '{}'::jsonb NOT NULL,
	CONSTRAINT "waters_book_id_id_pk" PRIMARY KEY("book_id","id")
);
--> statement-breakpoint
ALTER TABLE "access" ADD CONSTRAINT "access_book_id_books_id_fk" FOREIGN KEY ("book_id") REFERENCES "public"."books"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "book_settings" ADD CONSTRAINT "book_settings_book_id_books_id_fk" FOREIGN KEY ("book_id") REFERENCES "public"."books"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "changes" ADD CONSTRAINT "changes_book_id_books_id_fk" FOREIGN KEY ("book_id") REFERENCES "public"."books"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "claims" ADD CONSTRAINT "claims_book_id_books_id_fk" FOREIGN KEY ("book_id") REFERENCES "public"."books"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "foreign_ids" ADD CONSTRAINT "foreign_ids_book_id_books_id_fk" FOREIGN KEY ("book_id") REFERENCES "public"."books"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lures" ADD CONSTRAINT "lures_book_id_books_id_fk" FOREIGN KEY ("book_id") REFERENCES "public"."books"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "members" ADD CONSTRAINT "members_book_id_books_id_fk" FOREIGN KEY ("book_id") REFERENCES "public"."books"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photos" ADD CONSTRAINT "photos_book_id_books_id_fk" FOREIGN KEY ("book_id") REFERENCES "public"."books"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photos" ADD CONSTRAINT "photos_trip" FOREIGN KEY ("book_id","trip") REFERENCES "public"."trips"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photos" ADD CONSTRAINT "photos_strike" FOREIGN KEY ("book_id","strike") REFERENCES "public"."strikes"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photos" ADD CONSTRAINT "photos_lure" FOREIGN KEY ("book_id","lure") REFERENCES "public"."lures"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plans" ADD CONSTRAINT "plans_book_id_books_id_fk" FOREIGN KEY ("book_id") REFERENCES "public"."books"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plans" ADD CONSTRAINT "plans_water" FOREIGN KEY ("book_id","water") REFERENCES "public"."waters"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "readings" ADD CONSTRAINT "readings_book_id_books_id_fk" FOREIGN KEY ("book_id") REFERENCES "public"."books"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "readings" ADD CONSTRAINT "readings_trip" FOREIGN KEY ("book_id","trip") REFERENCES "public"."trips"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "readings" ADD CONSTRAINT "readings_spot" FOREIGN KEY ("book_id","spot") REFERENCES "public"."spots"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "setups" ADD CONSTRAINT "setups_book_id_books_id_fk" FOREIGN KEY ("book_id") REFERENCES "public"."books"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "setups" ADD CONSTRAINT "setups_lure" FOREIGN KEY ("book_id","lure") REFERENCES "public"."lures"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "spots" ADD CONSTRAINT "spots_book_id_books_id_fk" FOREIGN KEY ("book_id") REFERENCES "public"."books"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "spots" ADD CONSTRAINT "spots_water" FOREIGN KEY ("book_id","water") REFERENCES "public"."waters"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stints" ADD CONSTRAINT "stints_book_id_books_id_fk" FOREIGN KEY ("book_id") REFERENCES "public"."books"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stints" ADD CONSTRAINT "stints_trip" FOREIGN KEY ("book_id","trip") REFERENCES "public"."trips"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stints" ADD CONSTRAINT "stints_lure" FOREIGN KEY ("book_id","lure") REFERENCES "public"."lures"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stints" ADD CONSTRAINT "stints_setup" FOREIGN KEY ("book_id","setup") REFERENCES "public"."setups"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stints" ADD CONSTRAINT "stints_spot" FOREIGN KEY ("book_id","spot") REFERENCES "public"."spots"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "strikes" ADD CONSTRAINT "strikes_book_id_books_id_fk" FOREIGN KEY ("book_id") REFERENCES "public"."books"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "strikes" ADD CONSTRAINT "strikes_trip" FOREIGN KEY ("book_id","trip") REFERENCES "public"."trips"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "strikes" ADD CONSTRAINT "strikes_stint" FOREIGN KEY ("book_id","stint") REFERENCES "public"."stints"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "trips" ADD CONSTRAINT "trips_book_id_books_id_fk" FOREIGN KEY ("book_id") REFERENCES "public"."books"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "trips" ADD CONSTRAINT "trips_water" FOREIGN KEY ("book_id","water") REFERENCES "public"."waters"("book_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "waters" ADD CONSTRAINT "waters_book_id_books_id_fk" FOREIGN KEY ("book_id") REFERENCES "public"."books"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "access_account" ON "access" USING btree ("account");--> statement-breakpoint
CREATE UNIQUE INDEX "changes_once" ON "changes" USING btree ("book_id","id");--> statement-breakpoint
CREATE INDEX "changes_of_record" ON "changes" USING btree ("book_id","kind","record_id");--> statement-breakpoint
CREATE INDEX "foreign_ids_record" ON "foreign_ids" USING btree ("book_id","record_id");--> statement-breakpoint
CREATE INDEX "photos_by_trip" ON "photos" USING btree ("book_id","trip");--> statement-breakpoint
CREATE INDEX "photos_by_strike" ON "photos" USING btree ("book_id","strike");--> statement-breakpoint
CREATE INDEX "photos_by_lure" ON "photos" USING btree ("book_id","lure");--> statement-breakpoint
CREATE INDEX "plans_by_water" ON "plans" USING btree ("book_id","water");--> statement-breakpoint
CREATE INDEX "readings_by_trip" ON "readings" USING btree ("book_id","trip");--> statement-breakpoint
CREATE INDEX "readings_by_spot" ON "readings" USING btree ("book_id","spot");--> statement-breakpoint
CREATE INDEX "setups_by_lure" ON "setups" USING btree ("book_id","lure");--> statement-breakpoint
CREATE INDEX "spots_by_water" ON "spots" USING btree ("book_id","water");--> statement-breakpoint
CREATE INDEX "stints_by_trip" ON "stints" USING btree ("book_id","trip");--> statement-breakpoint
CREATE INDEX "stints_by_lure" ON "stints" USING btree ("book_id","lure");--> statement-breakpoint
CREATE INDEX "stints_by_setup" ON "stints" USING btree ("book_id","setup");--> statement-breakpoint
CREATE INDEX "stints_by_spot" ON "stints" USING btree ("book_id","spot");--> statement-breakpoint
CREATE INDEX "strikes_by_trip" ON "strikes" USING btree ("book_id","trip");--> statement-breakpoint
CREATE INDEX "strikes_by_stint" ON "strikes" USING btree ("book_id","stint");--> statement-breakpoint
CREATE INDEX "trips_by_water" ON "trips" USING btree ("book_id","water");