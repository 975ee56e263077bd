CREATE TABLE "list_entries" (
	"id" text NOT NULL,
	"inquiry_id" text NOT NULL,
	"position" integer NOT NULL,
	"records" jsonb NOT NULL,
	"citation" jsonb,
	"title" text NOT NULL,
	"authors" text NOT NULL,
	"source" text NOT NULL,
	"year" integer,
	"from" text NOT NULL,
	"decision" text NOT NULL,
	"reason" text NOT NULL,
	"note" text NOT NULL,
	"tags" text[] NOT NULL,
	"mends" jsonb NOT NULL,
	"added_at" text NOT NULL,
	"decided_at" text NOT NULL,
	"decided_by" text NOT NULL,
	CONSTRAINT "list_entries_inquiry_id_id_pk" PRIMARY KEY("inquiry_id","id")
);
--> statement-breakpoint
ALTER TABLE "list_entries" ADD CONSTRAINT "list_entries_inquiry_id_inquiries_id_fk" FOREIGN KEY ("inquiry_id") REFERENCES "public"."inquiries"("id") ON DELETE cascade ON UPDATE no action;