CREATE TABLE "strike_out" (
	"id" uuid PRIMARY KEY NOT NULL,
	"entity" uuid NOT NULL,
	"reason" text
);
--> statement-breakpoint
CREATE TABLE "tool_calibration" (
	"id" uuid PRIMARY KEY NOT NULL,
	"person" uuid NOT NULL,
	"tool" text NOT NULL,
	"sigma" double precision NOT NULL,
	"bias" double precision NOT NULL,
	"bias_sigma" double precision,
	"pairs" integer NOT NULL,
	"on" date NOT NULL,
	CONSTRAINT "tool_calibration_sigma" CHECK ("tool_calibration"."sigma" > 0 and "tool_calibration"."sigma" <= 1)
);
--> statement-breakpoint
ALTER TABLE "strike_out" ADD CONSTRAINT "strike_out_id_record_id_fk" FOREIGN KEY ("id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "strike_out" ADD CONSTRAINT "strike_out_entity_record_id_fk" FOREIGN KEY ("entity") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tool_calibration" ADD CONSTRAINT "tool_calibration_id_record_id_fk" FOREIGN KEY ("id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tool_calibration" ADD CONSTRAINT "tool_calibration_person_person_id_fk" FOREIGN KEY ("person") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "strike_out_entity" ON "strike_out" USING btree ("entity");--> statement-breakpoint
CREATE INDEX "tool_calibration_person" ON "tool_calibration" USING btree ("person");--> statement-breakpoint
CREATE INDEX "record_supersedes" ON "record" USING btree ("supersedes") WHERE "record"."supersedes" is not null;--> statement-breakpoint
CREATE INDEX "retraction_record" ON "retraction" USING btree ("record");
--> statement-breakpoint
-- A retraction can itself be taken back, or replaced by a version of its own; then it takes nothing back any more.
CREATE FUNCTION is_retracted(version uuid) RETURNS boolean LANGUAGE plpgsql STABLE AS $$
BEGIN
  RETURN EXISTS (
    SELECT FROM "retraction" x
    WHERE x."record" = version AND NOT is_retracted(x."id")
      AND NOT EXISTS (SELECT FROM "record" s WHERE s."supersedes" = x."id" AND NOT is_retracted(s."id"))
  );
END;
$$;
--> statement-breakpoint
-- Every table that hangs on a record is one of records: none of them ever changes.
CREATE FUNCTION keep_unchanged() RETURNS void LANGUAGE plpgsql AS $$
DECLARE
  t text;
BEGIN
  FOR t IN
    SELECT DISTINCT c.relname FROM pg_constraint f JOIN pg_class c ON c.oid = f.conrelid
    WHERE f.contype = 'f' AND f.confrelid = '"record"'::regclass AND f.conname = c.relname || '_id_record_id_fk'
      AND NOT EXISTS (SELECT FROM pg_trigger g WHERE g.tgrelid = c.oid AND g.tgname = c.relname || '_never_changes')
  LOOP
    EXECUTE format('CREATE TRIGGER %I BEFORE UPDATE OR DELETE OR TRUNCATE ON %I FOR EACH STATEMENT EXECUTE FUNCTION refuse_change()', t || '_never_changes', t);
  END LOOP;
END;
$$;
