ALTER TABLE "record" ADD COLUMN "sent" text;--> statement-breakpoint
-- What was stored before has its body in typed columns alone: it is put together from them, once.
ALTER TABLE "record" DISABLE TRIGGER "record_never_changes";--> statement-breakpoint
DO $$
DECLARE
  k text;
BEGIN
  FOR k IN SELECT DISTINCT "kind" FROM "record" LOOP
    EXECUTE format($sql$
      UPDATE "record" r SET "sent" = (
        jsonb_build_object('id', r."id", 'entity', r."entity", 'supersedes', r."supersedes", 'kind', r."kind", 'schema', r."schema",
          'device', r."device", 'person', r."person", 'at', to_char(r."at" AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"'))
        || jsonb_build_object('body', (
          SELECT coalesce(jsonb_object_agg(CASE key WHEN 'eye_height' THEN 'eyeHeight' WHEN 'basal_area_factor' THEN 'basalAreaFactor' ELSE key END, value), '{}')
          FROM jsonb_each(to_jsonb(b) - 'id')))
      )::text FROM %I b WHERE b."id" = r."id" AND r."kind" = %L
    $sql$, replace(k, '-', '_'), k);
  END LOOP;
END;
$$;--> statement-breakpoint
ALTER TABLE "record" ENABLE TRIGGER "record_never_changes";--> statement-breakpoint
ALTER TABLE "record" ALTER COLUMN "sent" SET NOT NULL;
