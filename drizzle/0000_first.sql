CREATE TABLE "entry" (
	"id" text PRIMARY KEY NOT NULL,
	"vessel_id" text NOT NULL,
	"kind" text NOT NULL,
	"at" timestamp (3) with time zone NOT NULL,
	"planting_id" text,
	"population_id" text,
	"detail" jsonb NOT NULL,
	"certainty" text NOT NULL,
	"by" text NOT NULL,
	"note" text,
	"expected" jsonb,
	"origin" text,
	"revision" integer DEFAULT 1 NOT NULL,
	"logged_at" timestamp (3) with time zone DEFAULT now() NOT NULL,
	"voided" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
CREATE TABLE "entry_revision" (
	"entry_id" text NOT NULL,
	"revision" integer NOT NULL,
	"replaced_at" timestamp (3) with time zone NOT NULL,
	"act" text NOT NULL,
	"snapshot" jsonb NOT NULL,
	CONSTRAINT "entry_revision_entry_id_revision_pk" PRIMARY KEY("entry_id","revision")
);
--> statement-breakpoint
CREATE TABLE "layout" (
	"id" text PRIMARY KEY NOT NULL,
	"vessel_id" text NOT NULL,
	"name" text NOT NULL,
	"state" text NOT NULL,
	"from_at" timestamp (3) with time zone NOT NULL,
	"to_at" timestamp (3) with time zone,
	"ground_material" text NOT NULL,
	"ground_laid_at" timestamp (3) with time zone NOT NULL,
	"ground_profile" jsonb NOT NULL,
	"hardscape" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "plan" (
	"id" text PRIMARY KEY NOT NULL,
	"vessel_id" text NOT NULL,
	"option" text NOT NULL,
	"title" text NOT NULL,
	"made_at" timestamp (3) with time zone NOT NULL,
	"state" text NOT NULL,
	"stages" jsonb NOT NULL,
	"steps" jsonb NOT NULL,
	"materials" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "planting" (
	"id" text PRIMARY KEY NOT NULL,
	"layout_id" text NOT NULL,
	"species_id" text NOT NULL,
	"stake" text NOT NULL,
	"name" text NOT NULL,
	"zone" text NOT NULL,
	"patch" jsonb NOT NULL,
	"stems" integer NOT NULL,
	"perch" jsonb,
	"planted_at" timestamp (3) with time zone NOT NULL,
	"removed_at" timestamp (3) with time zone
);
--> statement-breakpoint
CREATE TABLE "population" (
	"id" text PRIMARY KEY NOT NULL,
	"vessel_id" text NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"adult_length_cm" double precision NOT NULL,
	"since" timestamp (3) with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "round_draft" (
	"vessel_id" text PRIMARY KEY NOT NULL,
	"started_at" timestamp (3) with time zone NOT NULL,
	"answers" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "routine" (
	"id" text PRIMARY KEY NOT NULL,
	"vessel_id" text NOT NULL,
	"kind" text NOT NULL,
	"every_days" double precision NOT NULL,
	"amount" double precision,
	"says" text NOT NULL,
	"since" timestamp (3) with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "source_water" (
	"id" text PRIMARY KEY NOT NULL,
	"vessel_id" text NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"nitrate_mg_l" double precision NOT NULL,
	"kh_degrees" double precision NOT NULL,
	"gh_degrees" double precision NOT NULL,
	"ph" double precision NOT NULL,
	"temperature_c" double precision NOT NULL
);
--> statement-breakpoint
CREATE TABLE "species" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"plant_group" text NOT NULL,
	"growth_cm_per_day" jsonb NOT NULL,
	"mature_height_cm" double precision NOT NULL,
	"mature_width_cm" double precision NOT NULL,
	"area_per_portion_cm2" double precision NOT NULL,
	"leaf" jsonb NOT NULL,
	"feeds_by" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "vessel" (
	"id" text PRIMARY KEY NOT NULL,
	"slug" text NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"length_cm" double precision NOT NULL,
	"depth_cm" double precision NOT NULL,
	"height_cm" double precision NOT NULL,
	"waterline_cm" double precision NOT NULL,
	"glass_mm" double precision NOT NULL,
	"altitude_m" double precision NOT NULL,
	"evaporation_litres_per_day" double precision,
	"lamp" jsonb NOT NULL,
	"gas" jsonb,
	"time_zone" text NOT NULL,
	"stands_at" text NOT NULL,
	"started_at" timestamp (3) with time zone NOT NULL,
	"bench_order" integer NOT NULL,
	"revision" integer DEFAULT 0 NOT NULL,
	CONSTRAINT "vessel_slug_unique" UNIQUE("slug")
);
--> statement-breakpoint
ALTER TABLE "entry" ADD CONSTRAINT "entry_vessel_id_vessel_id_fk" FOREIGN KEY ("vessel_id") REFERENCES "public"."vessel"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entry" ADD CONSTRAINT "entry_planting_id_planting_id_fk" FOREIGN KEY ("planting_id") REFERENCES "public"."planting"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entry" ADD CONSTRAINT "entry_population_id_population_id_fk" FOREIGN KEY ("population_id") REFERENCES "public"."population"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entry_revision" ADD CONSTRAINT "entry_revision_entry_id_entry_id_fk" FOREIGN KEY ("entry_id") REFERENCES "public"."entry"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "layout" ADD CONSTRAINT "layout_vessel_id_vessel_id_fk" FOREIGN KEY ("vessel_id") REFERENCES "public"."vessel"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plan" ADD CONSTRAINT "plan_vessel_id_vessel_id_fk" FOREIGN KEY ("vessel_id") REFERENCES "public"."vessel"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "planting" ADD CONSTRAINT "planting_layout_id_layout_id_fk" FOREIGN KEY ("layout_id") REFERENCES "public"."layout"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "planting" ADD CONSTRAINT "planting_species_id_species_id_fk" FOREIGN KEY ("species_id") REFERENCES "public"."species"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "population" ADD CONSTRAINT "population_vessel_id_vessel_id_fk" FOREIGN KEY ("vessel_id") REFERENCES "public"."vessel"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "round_draft" ADD CONSTRAINT "round_draft_vessel_id_vessel_id_fk" FOREIGN KEY ("vessel_id") REFERENCES "public"."vessel"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "routine" ADD CONSTRAINT "routine_vessel_id_vessel_id_fk" FOREIGN KEY ("vessel_id") REFERENCES "public"."vessel"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "source_water" ADD CONSTRAINT "source_water_vessel_id_vessel_id_fk" FOREIGN KEY ("vessel_id") REFERENCES "public"."vessel"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "entry_story" ON "entry" USING btree ("vessel_id","at");--> statement-breakpoint
CREATE UNIQUE INDEX "entry_origin" ON "entry" USING btree ("vessel_id","origin");--> statement-breakpoint
CREATE INDEX "layout_vessel" ON "layout" USING btree ("vessel_id");--> statement-breakpoint
CREATE INDEX "plan_vessel" ON "plan" USING btree ("vessel_id");--> statement-breakpoint
CREATE UNIQUE INDEX "planting_stake" ON "planting" USING btree ("layout_id","stake");--> statement-breakpoint
CREATE INDEX "population_vessel" ON "population" USING btree ("vessel_id");--> statement-breakpoint
CREATE INDEX "routine_vessel" ON "routine" USING btree ("vessel_id");--> statement-breakpoint
CREATE INDEX "source_vessel" ON "source_water" USING btree ("vessel_id");