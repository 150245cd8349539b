CREATE TABLE "pace_calibration" (
	"id" uuid PRIMARY KEY NOT NULL,
	"person" uuid NOT NULL,
	"counted" text NOT NULL,
	"runs" jsonb NOT NULL,
	"footwear" text,
	"on" date NOT NULL
);
--> statement-breakpoint
ALTER TABLE "instrument" ADD COLUMN "scale" jsonb;--> statement-breakpoint
ALTER TABLE "pace_calibration" ADD CONSTRAINT "pace_calibration_id_record_id_fk" FOREIGN KEY ("id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pace_calibration" ADD CONSTRAINT "pace_calibration_person_person_id_fk" FOREIGN KEY ("person") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "pace_calibration_person" ON "pace_calibration" USING btree ("person");--> statement-breakpoint
CREATE TRIGGER "pace_calibration_never_changes" BEFORE UPDATE OR DELETE OR TRUNCATE ON "pace_calibration" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
