CREATE TABLE "draft" (
	"id" text PRIMARY KEY NOT NULL,
	"vessel_id" text NOT NULL,
	"name" text NOT NULL,
	"made_at" timestamp (3) with time zone NOT NULL,
	"changed_at" timestamp (3) with time zone NOT NULL,
	"board" jsonb NOT NULL,
	"basis" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "draft" ADD CONSTRAINT "draft_vessel_id_vessel_id_fk" FOREIGN KEY ("vessel_id") REFERENCES "public"."vessel"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "draft_vessel" ON "draft" USING btree ("vessel_id");