-- Records are versions that never change: a correction is a new version, taking back is a retraction.
CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'records never change: % on % is refused', TG_OP, TG_TABLE_NAME USING ERRCODE = 'restrict_violation';
END;
$$;
--> statement-breakpoint
CREATE TRIGGER "record_never_changes" BEFORE UPDATE OR DELETE OR TRUNCATE ON "record" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER "person_never_changes" BEFORE UPDATE OR DELETE OR TRUNCATE ON "person" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER "instrument_never_changes" BEFORE UPDATE OR DELETE OR TRUNCATE ON "instrument" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER "calibration_never_changes" BEFORE UPDATE OR DELETE OR TRUNCATE ON "calibration" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER "protocol_never_changes" BEFORE UPDATE OR DELETE OR TRUNCATE ON "protocol" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER "species_never_changes" BEFORE UPDATE OR DELETE OR TRUNCATE ON "species" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER "survey_never_changes" BEFORE UPDATE OR DELETE OR TRUNCATE ON "survey" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER "stratum_never_changes" BEFORE UPDATE OR DELETE OR TRUNCATE ON "stratum" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER "plot_never_changes" BEFORE UPDATE OR DELETE OR TRUNCATE ON "plot" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER "tree_never_changes" BEFORE UPDATE OR DELETE OR TRUNCATE ON "tree" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER "stem_never_changes" BEFORE UPDATE OR DELETE OR TRUNCATE ON "stem" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER "visit_never_changes" BEFORE UPDATE OR DELETE OR TRUNCATE ON "visit" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER "station_never_changes" BEFORE UPDATE OR DELETE OR TRUNCATE ON "station" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER "determination_never_changes" BEFORE UPDATE OR DELETE OR TRUNCATE ON "determination" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER "reading_never_changes" BEFORE UPDATE OR DELETE OR TRUNCATE ON "reading" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER "retraction_never_changes" BEFORE UPDATE OR DELETE OR TRUNCATE ON "retraction" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
