CREATE TABLE "body_measure" (
	"id" uuid PRIMARY KEY NOT NULL,
	"person" uuid NOT NULL,
	"what" text NOT NULL,
	"value" double precision NOT NULL,
	"footwear" text,
	"where" text,
	"on" date NOT NULL,
	CONSTRAINT "body_measure_value" CHECK ("body_measure"."value" between 0.2 and 2.5)
);
--> statement-breakpoint
ALTER TABLE "body_measure" ADD CONSTRAINT "body_measure_id_record_id_fk" FOREIGN KEY ("id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "body_measure" ADD CONSTRAINT "body_measure_person_person_id_fk" FOREIGN KEY ("person") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "body_measure_person" ON "body_measure" USING btree ("person");--> statement-breakpoint
CREATE TRIGGER "body_measure_never_changes" BEFORE UPDATE OR DELETE OR TRUNCATE ON "body_measure" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
