ALTER TABLE "round_draft" ADD COLUMN "by_role" text DEFAULT 'keeper' NOT NULL;--> statement-breakpoint
ALTER TABLE "vessel" ADD COLUMN "acted_at" timestamp (3) with time zone;