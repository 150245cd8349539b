CREATE TABLE "derived"."survey_answer" (
	"scope" text NOT NULL,
	"asked" text NOT NULL,
	"cursor" text NOT NULL,
	"code" text NOT NULL,
	"at" timestamp(3) with time zone NOT NULL,
	"answer" text NOT NULL,
	CONSTRAINT "survey_answer_scope_asked_pk" PRIMARY KEY("scope","asked")
);
--> statement-breakpoint
CREATE TABLE "derived"."survey_state" (
	"scope" text PRIMARY KEY NOT NULL,
	"filed" bigint DEFAULT 0 NOT NULL,
	"cursor" text,
	"code" text,
	"built" text,
	"errors" jsonb,
	"at" timestamp(3) with time zone,
	"pass" uuid,
	"done" integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "derived"."tree_row" (
	"scope" text NOT NULL,
	"tree" uuid NOT NULL,
	"visit" uuid NOT NULL,
	"last" boolean NOT NULL,
	"tag" text NOT NULL,
	"plot" uuid,
	"species" text,
	"status" text,
	"figures" jsonb NOT NULL,
	"rest" jsonb NOT NULL,
	"hash" text,
	"errors" jsonb,
	"read_by" text[],
	CONSTRAINT "tree_row_tree_visit_pk" PRIMARY KEY("tree","visit")
);
--> statement-breakpoint
CREATE INDEX "tree_row_scope" ON "derived"."tree_row" USING btree ("scope","tree");--> statement-breakpoint
CREATE INDEX "tree_row_plot" ON "derived"."tree_row" USING btree ("plot");