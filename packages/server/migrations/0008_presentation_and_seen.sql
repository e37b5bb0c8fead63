ALTER TABLE "lures" ADD COLUMN "hook_ring" boolean;--> statement-breakpoint
ALTER TABLE "lures" ADD COLUMN "weed_guard" boolean;--> statement-breakpoint
ALTER TABLE "lures" ADD COLUMN "bead" boolean;--> statement-breakpoint
ALTER TABLE "lures" ADD COLUMN "pegged" boolean;--> statement-breakpoint
ALTER TABLE "lures" ADD COLUMN "softness" text;--> statement-breakpoint
ALTER TABLE "lures" ADD COLUMN "head_weights" text;--> statement-breakpoint
ALTER TABLE "lures" ADD COLUMN "tuned_at_c" double precision;--> statement-breakpoint
ALTER TABLE "lures" ADD COLUMN "tuned_at_c_typed" text;--> statement-breakpoint
ALTER TABLE "lures" ADD COLUMN "added_weight_g" double precision;--> statement-breakpoint
ALTER TABLE "lures" ADD COLUMN "added_weight_g_typed" text;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "prey_seen" text[];--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "prey_length_mm" double precision;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "prey_length_mm_typed" text;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "prey_sign" text;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "crawfish_mounds" boolean;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "fry" boolean;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "shad_spawning" boolean;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "die_off" text;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "bass_count" text;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "bass_off_bottom_m" double precision;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "bass_off_bottom_m_typed" text;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "bass_in_bait" boolean;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "mud_on_belly" boolean;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "anglers_seen" integer;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "boats_seen" integer;--> statement-breakpoint
ALTER TABLE "readings" ADD COLUMN "bathers_seen" integer;--> statement-breakpoint
ALTER TABLE "stints" ADD COLUMN "pause_spread_s" double precision;--> statement-breakpoint
ALTER TABLE "stints" ADD COLUMN "work_spread_s" double precision;--> statement-breakpoint
ALTER TABLE "stints" ADD COLUMN "cast_length" text;--> statement-breakpoint
ALTER TABLE "stints" ADD COLUMN "level_fished" text;--> statement-breakpoint
ALTER TABLE "strikes" ADD COLUMN "cover" text;--> statement-breakpoint
ALTER TABLE "strikes" ADD COLUMN "level" text;