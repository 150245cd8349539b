CREATE TABLE "confirmation" (
	"id" uuid PRIMARY KEY NOT NULL,
	"tree" uuid NOT NULL,
	"code" text NOT NULL,
	"what" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "confirmation" ADD CONSTRAINT "confirmation_id_record_id_fk" FOREIGN KEY ("id") REFERENCES "public"."record"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "confirmation" ADD CONSTRAINT "confirmation_tree_tree_id_fk" FOREIGN KEY ("tree") REFERENCES "public"."tree"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "confirmation_tree" ON "confirmation" USING btree ("tree");