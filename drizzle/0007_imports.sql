CREATE TABLE "imported_file" (
	"id" text PRIMARY KEY NOT NULL,
	"vessel_id" text NOT NULL,
	"name" text NOT NULL,
	"read_at" timestamp (3) with time zone NOT NULL,
	"lines" integer NOT NULL,
	"taken_back" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
ALTER TABLE "entry" ADD COLUMN "taken_back" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "imported_file" ADD CONSTRAINT "imported_file_vessel_id_vessel_id_fk" FOREIGN KEY ("vessel_id") REFERENCES "public"."vessel"("id") ON DELETE cascade ON UPDATE no action;