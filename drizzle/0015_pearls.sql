CREATE TABLE "pearls" (
	"id" text NOT NULL,
	"inquiry_id" text NOT NULL,
	"position" integer NOT NULL,
	"index_code" text NOT NULL,
	"record" text NOT NULL,
	"title" text NOT NULL,
	CONSTRAINT "pearls_inquiry_id_id_pk" PRIMARY KEY("inquiry_id","id")
);
--> statement-breakpoint
ALTER TABLE "pearls" ADD CONSTRAINT "pearls_inquiry_id_inquiries_id_fk" FOREIGN KEY ("inquiry_id") REFERENCES "public"."inquiries"("id") ON DELETE cascade ON UPDATE no action;