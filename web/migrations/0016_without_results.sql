-- which tree a record is of stays known
INSERT INTO "derived"."survey_state" ("scope", "filed") SELECT "scope", "filed" FROM "derived"."derivation";--> statement-breakpoint
ALTER TABLE "derived"."derivation" DISABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "derived"."survey_result" DISABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "derived"."tree_result" DISABLE ROW LEVEL SECURITY;--> statement-breakpoint
DROP TABLE "derived"."derivation" CASCADE;--> statement-breakpoint
DROP TABLE "derived"."survey_result" CASCADE;--> statement-breakpoint
DROP TABLE "derived"."tree_result" CASCADE;--> statement-breakpoint
DROP INDEX "derived"."filed_tool";--> statement-breakpoint
ALTER TABLE "derived"."filed" DROP COLUMN "tool";