ALTER TABLE "plot" ADD COLUMN "minutes" double precision;--> statement-breakpoint
ALTER TABLE "tree" ADD COLUMN "called" jsonb;