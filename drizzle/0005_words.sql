CREATE FUNCTION pg_temp.caution(said text) RETURNS text LANGUAGE sql AS $$
	SELECT CASE
		WHEN said LIKE 'Unplug heater%' THEN 'mains'
		WHEN said LIKE 'Water weighs a kilogram%' THEN 'weight'
		WHEN said LIKE 'Glass edges cut%' THEN 'glass'
		WHEN said LIKE 'Cover cuts and wash%' THEN 'hands'
		WHEN said LIKE 'Close the gas first%' THEN 'gas'
		WHEN said LIKE 'No plant, animal or water%' THEN 'nature'
		WHEN said LIKE 'Keep filter media wet%' THEN 'media'
		WHEN said LIKE 'Animals that gasp%' THEN 'animals'
	END
$$;--> statement-breakpoint
ALTER TABLE "routine" ALTER COLUMN "says" DROP NOT NULL;--> statement-breakpoint
-- A routine that Vivero had named is called by what it does.
UPDATE "routine" SET "says" = NULL
WHERE ("kind" = 'round' AND "says" = 'Walk the round') OR ("kind" = 'water-change' AND "says" ~ '^Water change, [0-9]+ %$');--> statement-breakpoint
-- A plan held sentences: what they said stays, as the keeper's own words; cautions and sides become codes.
UPDATE "plan" SET
	"stages" = coalesce((
		SELECT jsonb_agg((stage - 'says') || jsonb_build_object('side', CASE split_part(stage->>'says', ':', 1) WHEN 'Left' THEN 'left' WHEN 'Middle' THEN 'middle' WHEN 'Right' THEN 'right' END) ORDER BY n)
		FROM jsonb_array_elements("stages") WITH ORDINALITY AS s(stage, n)
	), '[]'::jsonb),
	"steps" = coalesce((
		SELECT jsonb_agg((step - 'says') || jsonb_build_object(
			'does', 'own words',
			'litres', NULL,
			'kilograms', (SELECT max(substring(said from 'about ([0-9]+) kg')::integer) FROM jsonb_array_elements_text(step->'cautions') AS c(said)),
			'text', left(concat_ws(' ', step->>'says', (SELECT string_agg(said, ' ' ORDER BY m) FROM jsonb_array_elements_text(step->'cautions') WITH ORDINALITY AS c(said, m) WHERE pg_temp.caution(said) IS NULL)), 600),
			'cautions', coalesce((SELECT jsonb_agg(pg_temp.caution(said) ORDER BY m) FROM jsonb_array_elements_text(step->'cautions') WITH ORDINALITY AS c(said, m) WHERE pg_temp.caution(said) IS NOT NULL), '[]'::jsonb)
		) ORDER BY n)
		FROM jsonb_array_elements("steps") WITH ORDINALITY AS s(step, n)
	), '[]'::jsonb),
	"materials" = coalesce((
		SELECT jsonb_agg(jsonb_build_object(
			'item', 'own words',
			'plantingId', NULL,
			'amount', material->'amount',
			'from', NULL,
			'each', NULL,
			'text', left(concat_ws('; ', trim(concat_ws(' ', material->>'unit', material->>'says')), nullif(material->>'spare', '')), 600)
		) ORDER BY n)
		FROM jsonb_array_elements("materials") WITH ORDINALITY AS s(material, n)
	), '[]'::jsonb);--> statement-breakpoint
ALTER TABLE "plan" DROP COLUMN "title";
