CREATE TABLE "species_revision" (
	"id" text PRIMARY KEY NOT NULL,
	"species_id" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"before" jsonb,
	"after" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "species" ADD COLUMN "own" jsonb;--> statement-breakpoint
ALTER TABLE "species_revision" ADD CONSTRAINT "species_revision_species_id_species_id_fk" FOREIGN KEY ("species_id") REFERENCES "public"."species"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "species_revision_of" ON "species_revision" USING btree ("species_id","made_at");