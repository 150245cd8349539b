CREATE TABLE "derived"."due" (
	"scope" text PRIMARY KEY NOT NULL,
	"since" timestamp(3) with time zone DEFAULT now() NOT NULL,
	"wanted" integer DEFAULT 1 NOT NULL,
	"tries" integer DEFAULT 0 NOT NULL,
	"next" timestamp(3) with time zone DEFAULT now() NOT NULL,
	"error" text,
	"claimed" timestamp(3) with time zone
);
--> statement-breakpoint
CREATE INDEX "due_next" ON "derived"."due" USING btree ("next");--> statement-breakpoint
-- answers are kept without their confidence from now on
DELETE FROM "derived"."survey_result";
