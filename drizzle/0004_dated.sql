CREATE FUNCTION pg_temp.iso(moment timestamptz) RETURNS text LANGUAGE sql AS $$
	SELECT to_char(moment AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')
$$;--> statement-breakpoint
CREATE FUNCTION pg_temp.version(moment timestamptz, held jsonb) RETURNS jsonb LANGUAGE sql AS $$
	SELECT jsonb_build_object('from', pg_temp.iso(moment), 'is', held, 'temporary', NULL)
$$;--> statement-breakpoint
CREATE TABLE "equipment" (
	"id" text PRIMARY KEY NOT NULL,
	"vessel_id" text NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"serves_id" text,
	"settings" jsonb NOT NULL,
	"ended_at" timestamp (3) with time zone
);
--> statement-breakpoint
CREATE TABLE "piece" (
	"id" text NOT NULL,
	"vessel_id" text NOT NULL,
	"label" text NOT NULL,
	"material" text NOT NULL,
	"focal" boolean NOT NULL,
	"stands" jsonb NOT NULL,
	CONSTRAINT "piece_vessel_id_id_pk" PRIMARY KEY("vessel_id","id")
);
--> statement-breakpoint
CREATE TABLE "act" (
	"id" text PRIMARY KEY NOT NULL,
	"vessel_id" text NOT NULL,
	"other_vessel_id" text,
	"kind" text NOT NULL,
	"made_at" timestamp (3) with time zone NOT NULL,
	"holds_from" timestamp (3) with time zone,
	"diffs" jsonb NOT NULL,
	"entry_ids" jsonb NOT NULL,
	"undone_at" timestamp (3) with time zone
);
--> statement-breakpoint
ALTER TABLE "equipment" ADD CONSTRAINT "equipment_vessel_id_vessel_id_fk" FOREIGN KEY ("vessel_id") REFERENCES "public"."vessel"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "piece" ADD CONSTRAINT "piece_vessel_id_vessel_id_fk" FOREIGN KEY ("vessel_id") REFERENCES "public"."vessel"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "act" ADD CONSTRAINT "act_vessel_id_vessel_id_fk" FOREIGN KEY ("vessel_id") REFERENCES "public"."vessel"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "act" ADD CONSTRAINT "act_other_vessel_id_vessel_id_fk" FOREIGN KEY ("other_vessel_id") REFERENCES "public"."vessel"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "equipment_vessel" ON "equipment" USING btree ("vessel_id");--> statement-breakpoint
CREATE INDEX "act_vessel" ON "act" USING btree ("vessel_id","made_at");--> statement-breakpoint
-- Lamp and gas were fields of the vessel: now each is a thing with its settings.
INSERT INTO "equipment" ("id", "vessel_id", "kind", "name", "settings")
SELECT left("id", 70) || '.lamp', "id", 'lamp', 'Lamp', jsonb_build_array(pg_temp.version("started_at", "lamp" || '{"watts":null,"levelPercent":100,"rampMinutes":0,"aboveWaterCm":null,"xCm":null}'::jsonb))
FROM "vessel";--> statement-breakpoint
INSERT INTO "equipment" ("id", "vessel_id", "kind", "name", "settings")
SELECT left("id", 70) || '.gas', "id", 'gas', 'Gas', jsonb_build_array(pg_temp.version("started_at", "gas" || '{"bubblesPerSecond":null,"diffuserAt":"not said"}'::jsonb))
FROM "vessel" WHERE "gas" IS NOT NULL AND jsonb_typeof("gas") = 'object';--> statement-breakpoint
ALTER TABLE "vessel" ADD COLUMN "glass" jsonb;--> statement-breakpoint
UPDATE "vessel" SET
	"glass" = jsonb_build_array(pg_temp.version("started_at", jsonb_build_object('lengthCm', "length_cm", 'depthCm', "depth_cm", 'heightCm', "height_cm", 'waterlineCm', "waterline_cm", 'glassMm', "glass_mm"))),
	"care" = jsonb_build_array(pg_temp.version("started_at", "care" || jsonb_build_object('evaporationLitresPerDay', "evaporation_litres_per_day", 'feeding', NULL)));--> statement-breakpoint
ALTER TABLE "vessel" ALTER COLUMN "glass" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "vessel" ALTER COLUMN "care" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "vessel" DROP COLUMN "length_cm", DROP COLUMN "depth_cm", DROP COLUMN "height_cm", DROP COLUMN "waterline_cm", DROP COLUMN "glass_mm", DROP COLUMN "evaporation_litres_per_day", DROP COLUMN "lamp", DROP COLUMN "gas";--> statement-breakpoint
-- A piece taken out was kept in a past layout of its own, which never lay in the tank: it lay in the current one until that layout's end.
CREATE TEMPORARY TABLE "taken_out" ON COMMIT DROP AS
SELECT l."id", c."id" AS "stood_in" FROM "layout" l
JOIN LATERAL (SELECT "id" FROM "layout" o WHERE o."vessel_id" = l."vessel_id" AND o."state" = 'current' ORDER BY "from_at" DESC, "id" DESC LIMIT 1) c ON true
WHERE l."state" = 'past' AND l."name" LIKE 'Taken out: %' AND l."to_at" IS NOT NULL AND jsonb_array_length(l."hardscape") = 1
	AND NOT EXISTS (SELECT 1 FROM "planting" p WHERE p."layout_id" = l."id");--> statement-breakpoint
CREATE TEMPORARY TABLE "lay" ON COMMIT DROP AS
SELECT l."vessel_id", h.piece, l."from_at",
	CASE WHEN t."id" IS NULL THEN NULL ELSE greatest(l."to_at", l."from_at" + interval '1 millisecond') END AS "out_at",
	coalesce(t."stood_in", l."id") AS "layout_id",
	-- A draft that draws a piece that lies in the tank is another drawing: its piece has an id of its own.
	CASE WHEN l."state" = 'draft' AND EXISTS (
		SELECT 1 FROM "layout" o, jsonb_array_elements(o."hardscape") other
		WHERE o."vessel_id" = l."vessel_id" AND o."state" <> 'draft' AND other->>'id' = h.piece->>'id'
	) THEN left(h.piece->>'id', 39) || '.' || left(l."id", 40) ELSE h.piece->>'id' END AS "piece_id"
FROM "layout" l CROSS JOIN LATERAL jsonb_array_elements(l."hardscape") AS h(piece) LEFT JOIN "taken_out" t ON t."id" = l."id";--> statement-breakpoint
INSERT INTO "piece" ("vessel_id", "id", "label", "material", "focal", "stands")
SELECT "vessel_id", "piece_id",
	(array_agg(piece->>'label' ORDER BY "from_at" DESC, "layout_id" DESC))[1],
	(array_agg(piece->>'material' ORDER BY "from_at" DESC, "layout_id" DESC))[1],
	(array_agg((piece->>'focal')::boolean ORDER BY "from_at" DESC, "layout_id" DESC))[1],
	(SELECT jsonb_agg(v.version ORDER BY v.begins) FROM (
		SELECT DISTINCT ON (begins) begins, version FROM (
			SELECT i."from_at" AS begins, 1 AS rank, i."layout_id" AS tie, pg_temp.version(i."from_at", jsonb_build_object('layoutId', i."layout_id", 'outline', i.piece->'outline', 'footprint', i.piece->'footprint')) AS version
			FROM "lay" i WHERE i."vessel_id" = p."vessel_id" AND i."piece_id" = p."piece_id"
			UNION ALL
			SELECT i."out_at", 2, i."layout_id", pg_temp.version(i."out_at", 'null'::jsonb)
			FROM "lay" i WHERE i."vessel_id" = p."vessel_id" AND i."piece_id" = p."piece_id" AND i."out_at" IS NOT NULL
		) every ORDER BY begins, rank, tie DESC
	) v)
FROM "lay" p GROUP BY "vessel_id", "piece_id";--> statement-breakpoint
ALTER TABLE "planting" ADD COLUMN "vessel_id" text, ADD COLUMN "kinds" jsonb, ADD COLUMN "origin" text, ADD COLUMN "parent_ids" jsonb, ADD COLUMN "stands" jsonb, ADD COLUMN "ended" jsonb;--> statement-breakpoint
UPDATE "planting" p SET
	"vessel_id" = l."vessel_id",
	"kinds" = jsonb_build_array(jsonb_build_object('speciesId', p."species_id", 'share', 1, 'sure', 'sure')),
	"origin" = 'not said',
	"parent_ids" = '[]'::jsonb,
	"stands" = jsonb_build_array(pg_temp.version(p."planted_at", jsonb_build_object('layoutId', p."layout_id", 'zone', p."zone", 'patch', p."patch", 'stems', p."stems", 'perch', p."perch"))),
	"ended" = CASE WHEN p."removed_at" IS NULL THEN NULL ELSE jsonb_build_object('at', pg_temp.iso(p."removed_at"), 'became', 'not said') END
FROM "layout" l WHERE l."id" = p."layout_id";--> statement-breakpoint
DROP INDEX "planting_stake";--> statement-breakpoint
ALTER TABLE "planting" ALTER COLUMN "vessel_id" SET NOT NULL, ALTER COLUMN "kinds" SET NOT NULL, ALTER COLUMN "origin" SET NOT NULL, ALTER COLUMN "parent_ids" SET NOT NULL, ALTER COLUMN "stands" SET NOT NULL,
	DROP COLUMN "layout_id", DROP COLUMN "species_id", DROP COLUMN "zone", DROP COLUMN "patch", DROP COLUMN "stems", DROP COLUMN "perch", DROP COLUMN "planted_at", DROP COLUMN "removed_at";--> statement-breakpoint
ALTER TABLE "planting" ADD CONSTRAINT "planting_vessel_id_vessel_id_fk" FOREIGN KEY ("vessel_id") REFERENCES "public"."vessel"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "planting_vessel" ON "planting" USING btree ("vessel_id","stake");--> statement-breakpoint
DELETE FROM "layout" WHERE "id" IN (SELECT "id" FROM "taken_out");--> statement-breakpoint
ALTER TABLE "layout" ADD COLUMN "draft" boolean, ADD COLUMN "ground" jsonb;--> statement-breakpoint
-- Two laid layouts never lay in the tank at once: the former ends at the latest where the next begins.
UPDATE "layout" l SET
	"draft" = (l."state" = 'draft'),
	"ground" = jsonb_build_array(pg_temp.version(l."from_at", jsonb_build_object('material', l."ground_material", 'laidAt', pg_temp.iso(l."ground_laid_at"), 'profile', l."ground_profile"))),
	"to_at" = CASE
		WHEN l."state" = 'draft' THEN l."to_at"
		WHEN l."state" = 'current' THEN NULL
		WHEN EXISTS (SELECT 1 FROM "layout" o WHERE o."vessel_id" = l."vessel_id" AND o."state" = 'current' AND o."from_at" <= l."from_at") THEN l."from_at"
		ELSE least(l."to_at", (SELECT min(o."from_at") FROM "layout" o WHERE o."vessel_id" = l."vessel_id" AND o."state" <> 'draft' AND o."from_at" > l."from_at"))
	END;--> statement-breakpoint
ALTER TABLE "layout" ALTER COLUMN "draft" SET NOT NULL, ALTER COLUMN "ground" SET NOT NULL, DROP COLUMN "state", DROP COLUMN "ground_material", DROP COLUMN "ground_laid_at", DROP COLUMN "ground_profile", DROP COLUMN "hardscape";--> statement-breakpoint
ALTER TABLE "population" ADD COLUMN "until_at" timestamp (3) with time zone, ADD COLUMN "temporary" jsonb, ADD COLUMN "needs" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "source_water" ADD COLUMN "analyses" jsonb;--> statement-breakpoint
UPDATE "source_water" s SET "analyses" = jsonb_build_array(pg_temp.version(v."started_at", jsonb_build_object('nitrateMgL', "nitrate_mg_l", 'khDegrees', "kh_degrees", 'ghDegrees', "gh_degrees", 'pH', "ph", 'temperatureC', "temperature_c", 'phosphateMgL', "phosphate_mg_l", 'potassiumMgL', "potassium_mg_l", 'calciumMgL', "calcium_mg_l", 'magnesiumMgL', "magnesium_mg_l", 'conductivityUs', "conductivity_us")))
FROM "vessel" v WHERE v."id" = s."vessel_id";--> statement-breakpoint
ALTER TABLE "source_water" ALTER COLUMN "analyses" SET NOT NULL, DROP COLUMN "nitrate_mg_l", DROP COLUMN "kh_degrees", DROP COLUMN "gh_degrees", DROP COLUMN "ph", DROP COLUMN "temperature_c", DROP COLUMN "phosphate_mg_l", DROP COLUMN "potassium_mg_l", DROP COLUMN "calcium_mg_l", DROP COLUMN "magnesium_mg_l", DROP COLUMN "conductivity_us";--> statement-breakpoint
ALTER TABLE "routine" ADD COLUMN "until_at" timestamp (3) with time zone, ADD COLUMN "equipment_id" text;--> statement-breakpoint
UPDATE "plan" SET "steps" = coalesce((SELECT jsonb_agg(step.value || '{"acts":[]}'::jsonb ORDER BY step.ordinality) FROM jsonb_array_elements("steps") WITH ORDINALITY AS step), '[]'::jsonb);--> statement-breakpoint
UPDATE "entry" SET "detail" = "detail" || '{"equipmentId":null}'::jsonb WHERE "kind" IN ('equipment', 'clean');--> statement-breakpoint
UPDATE "entry" SET "detail" = "detail" || '{"otherVesselId":null}'::jsonb || CASE WHEN "detail"->>'event' = 'moved' THEN '{"event":"moved out"}'::jsonb ELSE '{}'::jsonb END WHERE "kind" = 'stock';--> statement-breakpoint
UPDATE "entry_revision" SET "snapshot" = "snapshot" || '{"equipmentId":null}'::jsonb WHERE "snapshot"->>'kind' IN ('equipment', 'clean');--> statement-breakpoint
UPDATE "entry_revision" SET "snapshot" = "snapshot" || '{"otherVesselId":null}'::jsonb || CASE WHEN "snapshot"->>'event' = 'moved' THEN '{"event":"moved out"}'::jsonb ELSE '{}'::jsonb END WHERE "snapshot"->>'kind' = 'stock';
