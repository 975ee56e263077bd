CREATE TABLE "inquiry_names" (
	"id" text NOT NULL,
	"inquiry_id" text NOT NULL,
	"to" text NOT NULL,
	"says" text NOT NULL,
	"to_says" text NOT NULL,
	CONSTRAINT "inquiry_names_inquiry_id_id_pk" PRIMARY KEY("inquiry_id","id")
);
--> statement-breakpoint
ALTER TABLE "inquiry_names" ADD CONSTRAINT "inquiry_names_inquiry_id_inquiries_id_fk" FOREIGN KEY ("inquiry_id") REFERENCES "public"."inquiries"("id") ON DELETE cascade ON UPDATE no action;