CREATE TABLE "comments" (
	"id" text NOT NULL,
	"inquiry_id" text NOT NULL,
	"position" integer NOT NULL,
	"about" text NOT NULL,
	"text" text NOT NULL,
	"mentions" text[] NOT NULL,
	"is_settled" boolean NOT NULL,
	"by" text NOT NULL,
	"at" text NOT NULL,
	CONSTRAINT "comments_inquiry_id_id_pk" PRIMARY KEY("inquiry_id","id")
);
--> statement-breakpoint
ALTER TABLE "comments" ADD CONSTRAINT "comments_inquiry_id_inquiries_id_fk" FOREIGN KEY ("inquiry_id") REFERENCES "public"."inquiries"("id") ON DELETE cascade ON UPDATE no action;