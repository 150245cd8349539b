CREATE SEQUENCE "public"."record_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1;--> statement-breakpoint
CREATE TABLE "calibration" (
	"id" uuid PRIMARY KEY NOT NULL,
	"instrument" uuid NOT NULL,
	"what" text NOT NULL,
	"found" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "determination" (
	"id" uuid PRIMARY KEY NOT NULL,
	"stem" uuid NOT NULL,
	"visit" uuid NOT NULL,
	"quantity" text NOT NULL,
	"method" text NOT NULL,
	"protocol" uuid NOT NULL
);
--> statement-breakpoint
CREATE TABLE "instrument" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"tool" text NOT NULL,
	"serial" text,
	"sigma" double precision,
	CONSTRAINT "instrument_sigma" CHECK ("instrument"."sigma" > 0)
);
--> statement-breakpoint
CREATE TABLE "person" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"eye_height" double precision,
	"reach" double precision,
	CONSTRAINT "person_eye_height" CHECK ("person"."eye_height" between 0.8 and 2.5),
	CONSTRAINT "person_reach" CHECK ("person"."reach" between 0.3 and 1)
);
--> statement-breakpoint
CREATE TABLE "plot" (
	"id" uuid PRIMARY KEY NOT NULL,
	"survey" uuid NOT NULL,
	"stratum" uuid,
	"name" text NOT NULL,
	"longitude" double precision,
	"latitude" double precision,
	"slope" double precision,
	"aspect" double precision,
	"radius" double precision,
	"width" double precision,
	"length" double precision,
	"basal_area_factor" double precision,
	CONSTRAINT "plot_place" CHECK ("plot"."latitude" between -90 and 90 and "plot"."longitude" between -180 and 180),
	CONSTRAINT "plot_size" CHECK ("plot"."radius" > 0 and "plot"."width" > 0 and "plot"."length" > 0 and "plot"."basal_area_factor" > 0),
	CONSTRAINT "plot_ground" CHECK ("plot"."slope" between 0 and 80 and "plot"."aspect" between 0 and 360)
);
--> statement-breakpoint
CREATE TABLE "protocol" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"preset" text,
	"options" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "reading" (
	"id" uuid PRIMARY KEY NOT NULL,
	"stem" uuid NOT NULL,
	"visit" uuid NOT NULL,
	"determination" uuid NOT NULL,
	"station" uuid,
	"shot" integer NOT NULL,
	"instrument" uuid,
	"calibration" uuid,
	"typed" text NOT NULL,
	"read" jsonb NOT NULL,
	CONSTRAINT "reading_shot" CHECK ("reading"."shot" between 1 and 99)
);
--> statement-breakpoint
CREATE TABLE "record" (
	"id" uuid PRIMARY KEY NOT NULL,
	"entity" uuid NOT NULL,
	"supersedes" uuid,
	"kind" text NOT NULL,
	"schema" integer NOT NULL,
	"device" text NOT NULL,
	"person" uuid,
	"at" timestamp(3) with time zone NOT NULL,
	"seq" bigint DEFAULT nextval('record_seq') NOT NULL,
	"hash" text NOT NULL,
	CONSTRAINT "record_first_version" CHECK (("record"."supersedes" is null) = ("record"."entity" = "record"."id")),
	CONSTRAINT "record_schema" CHECK ("record"."schema" >= 1)
);
--> statement-breakpoint
CREATE TABLE "retraction" (
	"id" uuid PRIMARY KEY NOT NULL,
	"record" uuid NOT NULL,
	"reason" text
);
--> statement-breakpoint
CREATE TABLE "species" (
	"id" uuid PRIMARY KEY NOT NULL,
	"code" text NOT NULL,
	"name" text NOT NULL,
	"latin" text,
	"figures" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "station" (
	"id" uuid PRIMARY KEY NOT NULL,
	"visit" uuid NOT NULL,
	"number" integer NOT NULL,
	CONSTRAINT "station_number" CHECK ("station"."number" between 1 and 99)
);
--> statement-breakpoint
CREATE TABLE "stem" (
	"id" uuid PRIMARY KEY NOT NULL,
	"tree" uuid NOT NULL,
	"number" integer NOT NULL,
	CONSTRAINT "stem_number" CHECK ("stem"."number" between 1 and 99)
);
--> statement-breakpoint
CREATE TABLE "stratum" (
	"id" uuid PRIMARY KEY NOT NULL,
	"survey" uuid NOT NULL,
	"name" text NOT NULL,
	"area" double precision,
	"outline" jsonb,
	CONSTRAINT "stratum_area" CHECK ("stratum"."area" > 0)
);
--> statement-breakpoint
CREATE TABLE "survey" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"protocol" uuid NOT NULL,
	"place" text
);
--> statement-breakpoint
CREATE TABLE "tree" (
	"id" uuid PRIMARY KEY NOT NULL,
	"survey" uuid NOT NULL,
	"plot" uuid,
	"tag" text NOT NULL,
	"species" uuid,
	"azimuth" double precision,
	"distance" double precision,
	"longitude" double precision,
	"latitude" double precision,
	"note" text,
	CONSTRAINT "tree_azimuth" CHECK ("tree"."azimuth" between 0 and 360 and "tree"."distance" >= 0)
);
--> statement-breakpoint
CREATE TABLE "visit" (
	"id" uuid PRIMARY KEY NOT NULL,
	"tree" uuid NOT NULL,
	"on" date NOT NULL
);
--> statement-breakpoint
ALTER TABLE "calibration" ADD CONSTRAINT "calibration_id_record_id_fk" FOREIGN KEY ("id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "calibration" ADD CONSTRAINT "calibration_instrument_instrument_id_fk" FOREIGN KEY ("instrument") REFERENCES "public"."instrument"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "determination" ADD CONSTRAINT "determination_id_record_id_fk" FOREIGN KEY ("id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "determination" ADD CONSTRAINT "determination_stem_stem_id_fk" FOREIGN KEY ("stem") REFERENCES "public"."stem"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "determination" ADD CONSTRAINT "determination_visit_visit_id_fk" FOREIGN KEY ("visit") REFERENCES "public"."visit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "determination" ADD CONSTRAINT "determination_protocol_protocol_id_fk" FOREIGN KEY ("protocol") REFERENCES "public"."protocol"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "instrument" ADD CONSTRAINT "instrument_id_record_id_fk" FOREIGN KEY ("id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "person" ADD CONSTRAINT "person_id_record_id_fk" FOREIGN KEY ("id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plot" ADD CONSTRAINT "plot_id_record_id_fk" FOREIGN KEY ("id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plot" ADD CONSTRAINT "plot_survey_survey_id_fk" FOREIGN KEY ("survey") REFERENCES "public"."survey"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plot" ADD CONSTRAINT "plot_stratum_stratum_id_fk" FOREIGN KEY ("stratum") REFERENCES "public"."stratum"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "protocol" ADD CONSTRAINT "protocol_id_record_id_fk" FOREIGN KEY ("id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_id_record_id_fk" FOREIGN KEY ("id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_stem_stem_id_fk" FOREIGN KEY ("stem") REFERENCES "public"."stem"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_visit_visit_id_fk" FOREIGN KEY ("visit") REFERENCES "public"."visit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_determination_determination_id_fk" FOREIGN KEY ("determination") REFERENCES "public"."determination"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_station_station_id_fk" FOREIGN KEY ("station") REFERENCES "public"."station"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_instrument_instrument_id_fk" FOREIGN KEY ("instrument") REFERENCES "public"."instrument"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_calibration_calibration_id_fk" FOREIGN KEY ("calibration") REFERENCES "public"."calibration"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "record" ADD CONSTRAINT "record_supersedes_record_id_fk" FOREIGN KEY ("supersedes") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "retraction" ADD CONSTRAINT "retraction_id_record_id_fk" FOREIGN KEY ("id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "retraction" ADD CONSTRAINT "retraction_record_record_id_fk" FOREIGN KEY ("record") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "species" ADD CONSTRAINT "species_id_record_id_fk" FOREIGN KEY ("id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "station" ADD CONSTRAINT "station_id_record_id_fk" FOREIGN KEY ("id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "station" ADD CONSTRAINT "station_visit_visit_id_fk" FOREIGN KEY ("visit") REFERENCES "public"."visit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stem" ADD CONSTRAINT "stem_id_record_id_fk" FOREIGN KEY ("id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stem" ADD CONSTRAINT "stem_tree_tree_id_fk" FOREIGN KEY ("tree") REFERENCES "public"."tree"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stratum" ADD CONSTRAINT "stratum_id_record_id_fk" FOREIGN KEY ("id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stratum" ADD CONSTRAINT "stratum_survey_survey_id_fk" FOREIGN KEY ("survey") REFERENCES "public"."survey"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "survey" ADD CONSTRAINT "survey_id_record_id_fk" FOREIGN KEY ("id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "survey" ADD CONSTRAINT "survey_protocol_protocol_id_fk" FOREIGN KEY ("protocol") REFERENCES "public"."protocol"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tree" ADD CONSTRAINT "tree_id_record_id_fk" FOREIGN KEY ("id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tree" ADD CONSTRAINT "tree_survey_survey_id_fk" FOREIGN KEY ("survey") REFERENCES "public"."survey"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tree" ADD CONSTRAINT "tree_plot_plot_id_fk" FOREIGN KEY ("plot") REFERENCES "public"."plot"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tree" ADD CONSTRAINT "tree_species_species_id_fk" FOREIGN KEY ("species") REFERENCES "public"."species"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit" ADD CONSTRAINT "visit_id_record_id_fk" FOREIGN KEY ("id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit" ADD CONSTRAINT "visit_tree_tree_id_fk" FOREIGN KEY ("tree") REFERENCES "public"."tree"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "reading_stem" ON "reading" USING btree ("stem");--> statement-breakpoint
CREATE UNIQUE INDEX "record_seq_unique" ON "record" USING btree ("seq");--> statement-breakpoint
CREATE INDEX "record_entity" ON "record" USING btree ("entity");--> statement-breakpoint
CREATE INDEX "record_kind" ON "record" USING btree ("kind");--> statement-breakpoint
CREATE INDEX "stem_tree" ON "stem" USING btree ("tree");--> statement-breakpoint
CREATE INDEX "tree_survey" ON "tree" USING btree ("survey");--> statement-breakpoint
CREATE INDEX "visit_tree" ON "visit" USING btree ("tree");