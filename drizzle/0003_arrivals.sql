CREATE TABLE "arrival" (
	"id" text PRIMARY KEY NOT NULL,
	"vessel_id" text NOT NULL,
	"begun_at" timestamp (3) with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "entry" ADD COLUMN "arrival" text;--> statement-breakpoint
ALTER TABLE "vessel" ADD COLUMN "on_bench" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "vessel" ADD COLUMN "arriving" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "arrival" ADD CONSTRAINT "arrival_vessel_id_vessel_id_fk" FOREIGN KEY ("vessel_id") REFERENCES "public"."vessel"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "entry_arrival" ON "entry" USING btree ("arrival") WHERE arrival is not null;