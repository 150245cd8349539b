-- What follows from the records has other columns now: it is made anew.
TRUNCATE "derived"."tree_result", "derived"."survey_result", "derived"."derivation";--> statement-breakpoint
-- Whether a thing is in force is judged where the book is: one function for devices and server.
DROP FUNCTION count_scopes();--> statement-breakpoint
DROP FUNCTION tree_counts(uuid);--> statement-breakpoint
DROP FUNCTION is_struck(uuid);--> statement-breakpoint
DROP FUNCTION in_force(uuid);--> statement-breakpoint
DROP FUNCTION is_retracted(uuid);--> statement-breakpoint
DROP INDEX "record_supersedes";--> statement-breakpoint
ALTER TABLE "derived"."tree_result" ADD COLUMN "species_id" uuid;--> statement-breakpoint
ALTER TABLE "derived"."tree_result" ADD COLUMN "conflicts" integer NOT NULL;--> statement-breakpoint
ALTER TABLE "book" ADD COLUMN "database" text;--> statement-breakpoint
ALTER TABLE "record" ADD COLUMN "also_supersedes" uuid[];--> statement-breakpoint
ALTER TABLE "strike_out" ADD COLUMN "seen" uuid[];--> statement-breakpoint
ALTER TABLE "derived"."tree_result" DROP COLUMN "undecided";--> statement-breakpoint
ALTER TABLE "record" ADD CONSTRAINT "record_also_supersedes" CHECK ("record"."also_supersedes" is null or "record"."supersedes" is not null);