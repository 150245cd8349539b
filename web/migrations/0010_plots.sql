ALTER TABLE "stratum" DROP CONSTRAINT "stratum_area";--> statement-breakpoint
ALTER TABLE "plot" ADD COLUMN "place_error" double precision;--> statement-breakpoint
ALTER TABLE "plot" ADD COLUMN "axis" double precision;--> statement-breakpoint
ALTER TABLE "plot" ADD COLUMN "state" text;--> statement-breakpoint
ALTER TABLE "plot" ADD COLUMN "reason" text;--> statement-breakpoint
ALTER TABLE "plot" ADD COLUMN "order" integer;--> statement-breakpoint
ALTER TABLE "plot" ADD COLUMN "shifted" boolean;--> statement-breakpoint
ALTER TABLE "plot" ADD COLUMN "edges" jsonb;--> statement-breakpoint
ALTER TABLE "plot" ADD COLUMN "witnesses" jsonb;--> statement-breakpoint
ALTER TABLE "plot" ADD COLUMN "counted" jsonb;--> statement-breakpoint
ALTER TABLE "plot" ADD COLUMN "young_trees" jsonb;--> statement-breakpoint
ALTER TABLE "plot" ADD COLUMN "deadwood" jsonb;--> statement-breakpoint
ALTER TABLE "plot" ADD COLUMN "note" text;--> statement-breakpoint
ALTER TABLE "stratum" ADD COLUMN "gross_area" double precision;--> statement-breakpoint
ALTER TABLE "survey" ADD COLUMN "design" jsonb;--> statement-breakpoint
ALTER TABLE "tree" ADD COLUMN "place" jsonb;--> statement-breakpoint
ALTER TABLE "tree" ADD COLUMN "status" text;--> statement-breakpoint
ALTER TABLE "tree" ADD COLUMN "crown_class" text;--> statement-breakpoint
ALTER TABLE "tree" ADD COLUMN "damage" text;--> statement-breakpoint
ALTER TABLE "tree" ADD COLUMN "cut_or_leave" text;--> statement-breakpoint
ALTER TABLE "tree" ADD COLUMN "cull" double precision;--> statement-breakpoint
ALTER TABLE "tree" ADD COLUMN "grade" text;--> statement-breakpoint
ALTER TABLE "tree" ADD COLUMN "own" jsonb;--> statement-breakpoint
ALTER TABLE "stratum" ADD CONSTRAINT "stratum_area" CHECK ("stratum"."area" > 0 and "stratum"."gross_area" > 0);