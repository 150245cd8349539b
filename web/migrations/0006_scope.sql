CREATE TABLE "book" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL
);
--> statement-breakpoint
INSERT INTO "book" DEFAULT VALUES;--> statement-breakpoint
CREATE TABLE "scope" (
	"id" text PRIMARY KEY NOT NULL,
	"last" bigint DEFAULT 0 NOT NULL,
	"bytes" bigint DEFAULT 0 NOT NULL,
	"name" text,
	"place" text,
	"trees" integer DEFAULT 0 NOT NULL,
	"struck" boolean DEFAULT false NOT NULL,
	"changed" timestamp(3) with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "scope_counts" CHECK ("scope"."last" >= 0 and "scope"."bytes" >= 0 and "scope"."trees" >= 0)
);
--> statement-breakpoint
-- A version counts while nothing takes it back and no version that counts replaces it.
CREATE FUNCTION in_force(version uuid) RETURNS boolean LANGUAGE sql STABLE AS $$
  SELECT NOT is_retracted(version) AND NOT EXISTS (SELECT FROM "record" s WHERE s."supersedes" = version AND NOT is_retracted(s."id"));
$$;
--> statement-breakpoint
CREATE FUNCTION is_struck(thing uuid) RETURNS boolean LANGUAGE sql STABLE AS $$
  SELECT EXISTS (SELECT FROM "strike_out" x WHERE x."entity" = thing AND in_force(x."id"));
$$;
--> statement-breakpoint
-- Whether a tree counts in its survey: a version in force, and neither it nor its plot struck out.
CREATE FUNCTION tree_counts(thing uuid) RETURNS boolean LANGUAGE sql STABLE AS $$
  SELECT NOT is_struck(thing) AND EXISTS (
    SELECT FROM (
      SELECT t."plot" FROM "record" r JOIN "tree" t ON t."id" = r."id"
      WHERE r."entity" = thing AND in_force(r."id") ORDER BY r."id" DESC LIMIT 1
    ) newest WHERE newest."plot" IS NULL OR NOT is_struck(newest."plot"));
$$;
--> statement-breakpoint
DROP INDEX "record_seq_unique";--> statement-breakpoint
ALTER TABLE "record" ALTER COLUMN "seq" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "record" ADD COLUMN "scope" text;--> statement-breakpoint
-- What the list of surveys says of each scope, from the records.
CREATE FUNCTION count_scopes() RETURNS void LANGUAGE sql AS $$
  INSERT INTO "scope" ("id", "last", "bytes", "trees", "struck")
    SELECT r."scope", max(r."seq"), sum(octet_length(r."sent")),
      count(*) FILTER (WHERE r."kind" = 'tree' AND r."id" = r."entity" AND tree_counts(r."entity")),
      coalesce(bool_or(r."kind" = 'survey' AND r."id" = r."entity" AND is_struck(r."entity")), false)
    FROM "record" r GROUP BY r."scope"
    ON CONFLICT ("id") DO UPDATE SET "last" = excluded."last", "bytes" = excluded."bytes", "trees" = excluded."trees", "struck" = excluded."struck";
  UPDATE "scope" SET ("name", "place") = (
    SELECT s."name", s."place" FROM "record" r JOIN "survey" s ON s."id" = r."id"
    WHERE r."entity" = "scope"."id"::uuid AND in_force(r."id") ORDER BY r."id" DESC LIMIT 1
  ) WHERE "id" <> 'shared';
$$;
--> statement-breakpoint
-- Every thing belongs where its first version belongs; its versions follow it.
CREATE TEMPORARY TABLE "home" ("entity" uuid PRIMARY KEY, "scope" text NOT NULL) ON COMMIT DROP;--> statement-breakpoint
INSERT INTO "home" SELECT "id", 'shared' FROM "record" WHERE "id" = "entity"
  AND "kind" IN ('person', 'body-measure', 'pace-calibration', 'tool-calibration', 'instrument', 'calibration', 'protocol', 'species');--> statement-breakpoint
INSERT INTO "home" SELECT "id", "id"::text FROM "record" WHERE "id" = "entity" AND "kind" = 'survey';--> statement-breakpoint
INSERT INTO "home" SELECT r."id", b."survey"::text FROM "record" r JOIN "stratum" b USING ("id") WHERE r."id" = r."entity";--> statement-breakpoint
INSERT INTO "home" SELECT r."id", b."survey"::text FROM "record" r JOIN "plot" b USING ("id") WHERE r."id" = r."entity";--> statement-breakpoint
INSERT INTO "home" SELECT r."id", b."survey"::text FROM "record" r JOIN "tree" b USING ("id") WHERE r."id" = r."entity";--> statement-breakpoint
INSERT INTO "home" SELECT r."id", h."scope" FROM "record" r JOIN "stem" b USING ("id") JOIN "home" h ON h."entity" = b."tree" WHERE r."id" = r."entity";--> statement-breakpoint
INSERT INTO "home" SELECT r."id", h."scope" FROM "record" r JOIN "visit" b USING ("id") JOIN "home" h ON h."entity" = b."tree" WHERE r."id" = r."entity";--> statement-breakpoint
INSERT INTO "home" SELECT r."id", h."scope" FROM "record" r JOIN "station" b USING ("id") JOIN "home" h ON h."entity" = b."visit" WHERE r."id" = r."entity";--> statement-breakpoint
INSERT INTO "home" SELECT r."id", h."scope" FROM "record" r JOIN "determination" b USING ("id") JOIN "home" h ON h."entity" = b."visit" WHERE r."id" = r."entity";--> statement-breakpoint
INSERT INTO "home" SELECT r."id", h."scope" FROM "record" r JOIN "reading" b USING ("id") JOIN "home" h ON h."entity" = b."stem" WHERE r."id" = r."entity";--> statement-breakpoint
-- What takes something back belongs where that belongs; it may itself be taken back, and so on.
DO $$
DECLARE
  found bigint := 1;
  more bigint;
BEGIN
  WHILE found > 0 LOOP
    INSERT INTO "home" SELECT r."id", h."scope" FROM "record" r JOIN "strike_out" b USING ("id") JOIN "home" h ON h."entity" = b."entity"
      WHERE r."id" = r."entity" ON CONFLICT DO NOTHING;
    GET DIAGNOSTICS found = ROW_COUNT;
    INSERT INTO "home" SELECT r."id", h."scope" FROM "record" r JOIN "retraction" b USING ("id") JOIN "record" x ON x."id" = b."record" JOIN "home" h ON h."entity" = x."entity"
      WHERE r."id" = r."entity" ON CONFLICT DO NOTHING;
    GET DIAGNOSTICS more = ROW_COUNT;
    found := found + more;
  END LOOP;
END;
$$;--> statement-breakpoint
ALTER TABLE "record" DISABLE TRIGGER "record_never_changes";--> statement-breakpoint
UPDATE "record" r SET "scope" = o."scope", "seq" = o."seq" FROM (
  SELECT x."id", h."scope", row_number() OVER (PARTITION BY h."scope" ORDER BY x."seq") AS "seq" FROM "record" x JOIN "home" h ON h."entity" = x."entity"
) o WHERE o."id" = r."id";--> statement-breakpoint
ALTER TABLE "record" ENABLE TRIGGER "record_never_changes";--> statement-breakpoint
ALTER TABLE "record" ALTER COLUMN "scope" SET NOT NULL;--> statement-breakpoint
CREATE INDEX "tree_plot" ON "tree" USING btree ("plot");--> statement-breakpoint
SELECT count_scopes();--> statement-breakpoint
ALTER TABLE "record" ADD CONSTRAINT "record_scope_scope_id_fk" FOREIGN KEY ("scope") REFERENCES "public"."scope"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "record_order" ON "record" USING btree ("scope","seq");--> statement-breakpoint
DROP SEQUENCE "public"."record_seq";
