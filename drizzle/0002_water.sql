CREATE TABLE "product" (
	"id" text PRIMARY KEY NOT NULL,
	"vessel_id" text NOT NULL,
	"name" text NOT NULL,
	"form" text NOT NULL,
	"analysis" jsonb NOT NULL,
	"tablet_grams" double precision,
	"recipe" jsonb
);
--> statement-breakpoint
ALTER TABLE "source_water" ADD COLUMN "phosphate_mg_l" double precision;--> statement-breakpoint
ALTER TABLE "source_water" ADD COLUMN "potassium_mg_l" double precision;--> statement-breakpoint
ALTER TABLE "source_water" ADD COLUMN "calcium_mg_l" double precision;--> statement-breakpoint
ALTER TABLE "source_water" ADD COLUMN "magnesium_mg_l" double precision;--> statement-breakpoint
ALTER TABLE "source_water" ADD COLUMN "conductivity_us" double precision;--> statement-breakpoint
ALTER TABLE "vessel" ADD COLUMN "care" jsonb DEFAULT '{"school":"all-in-one","bands":{},"bucketLitres":10,"foodProteinPercent":40}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "product" ADD CONSTRAINT "product_vessel_id_vessel_id_fk" FOREIGN KEY ("vessel_id") REFERENCES "public"."vessel"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "product_vessel" ON "product" USING btree ("vessel_id");--> statement-breakpoint
UPDATE "entry" SET "detail" = ("detail" - 'millilitres') || jsonb_build_object('amount', "detail"->'millilitres', 'unit', 'mL', 'productId', null) WHERE "kind" = 'dose' AND "detail" ? 'millilitres';--> statement-breakpoint
UPDATE "entry_revision" SET "snapshot" = ("snapshot" - 'millilitres') || jsonb_build_object('amount', "snapshot"->'millilitres', 'unit', 'mL', 'productId', null) WHERE "snapshot"->>'kind' = 'dose' AND "snapshot" ? 'millilitres';
