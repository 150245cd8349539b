CREATE SCHEMA "derived";
--> statement-breakpoint
CREATE TABLE "derived"."derivation" (
	"scope" text PRIMARY KEY NOT NULL,
	"seq" bigint NOT NULL,
	"shared" bigint NOT NULL,
	"filed" bigint NOT NULL,
	"program" text NOT NULL,
	"through" uuid,
	"trees" integer NOT NULL,
	"done" integer NOT NULL,
	"at" timestamp(3) with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "derived"."filed" (
	"record" uuid PRIMARY KEY NOT NULL,
	"scope" text NOT NULL,
	"seq" bigint NOT NULL,
	"tree" uuid,
	"tool" text
);
--> statement-breakpoint
CREATE TABLE "derived"."survey_result" (
	"scope" text NOT NULL,
	"asked" text NOT NULL,
	"seq" bigint NOT NULL,
	"shared" bigint NOT NULL,
	"program" text NOT NULL,
	"at" timestamp(3) with time zone NOT NULL,
	"answer" text NOT NULL,
	CONSTRAINT "survey_result_scope_asked_pk" PRIMARY KEY("scope","asked")
);
--> statement-breakpoint
CREATE TABLE "derived"."tree_result" (
	"tree" uuid PRIMARY KEY NOT NULL,
	"scope" text NOT NULL,
	"plot" uuid,
	"tag" text NOT NULL,
	"species" text,
	"product" text,
	"status" text,
	"grade" text,
	"count" integer NOT NULL,
	"dbh" double precision,
	"height" double precision,
	"height_is_old" boolean NOT NULL,
	"basal_area" double precision,
	"volume" double precision,
	"board_feet" jsonb,
	"edge" double precision,
	"not_counted" text,
	"bad" boolean NOT NULL,
	"undecided" boolean NOT NULL,
	"struck" boolean NOT NULL,
	"hash" text NOT NULL
);
--> statement-breakpoint
CREATE INDEX "filed_tree" ON "derived"."filed" USING btree ("scope","tree");--> statement-breakpoint
CREATE INDEX "filed_order" ON "derived"."filed" USING btree ("scope","seq");--> statement-breakpoint
CREATE INDEX "filed_tool" ON "derived"."filed" USING btree ("scope","tree","tool") WHERE "derived"."filed"."tool" is not null;--> statement-breakpoint
CREATE INDEX "tree_result_scope" ON "derived"."tree_result" USING btree ("scope","tree");--> statement-breakpoint
CREATE INDEX "tree_result_plot" ON "derived"."tree_result" USING btree ("plot");