CREATE TABLE "inquiry_limits" (
	"id" text NOT NULL,
	"inquiry_id" text NOT NULL,
	"position" integer NOT NULL,
	"setting" jsonb NOT NULL,
	"lifted_in" text[] NOT NULL,
	CONSTRAINT "inquiry_limits_inquiry_id_id_pk" PRIMARY KEY("inquiry_id","id")
);
--> statement-breakpoint
ALTER TABLE "inquiry_limits" ADD CONSTRAINT "inquiry_limits_inquiry_id_inquiries_id_fk" FOREIGN KEY ("inquiry_id") REFERENCES "public"."inquiries"("id") ON DELETE cascade ON UPDATE no action;