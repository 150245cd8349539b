CREATE TABLE "clock_check" (
	"id" uuid PRIMARY KEY NOT NULL,
	"off_by" double precision NOT NULL
);
--> statement-breakpoint
ALTER TABLE "clock_check" ADD CONSTRAINT "clock_check_id_record_id_fk" FOREIGN KEY ("id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;