CREATE TABLE "report_drafts" (
	"inquiry_id" text PRIMARY KEY NOT NULL,
	"draft" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "reports" (
	"inquiry_id" text NOT NULL,
	"number" integer NOT NULL,
	"draft" jsonb NOT NULL,
	"facts" json NOT NULL,
	"person_id" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "reports_inquiry_id_number_pk" PRIMARY KEY("inquiry_id","number")
);
--> statement-breakpoint
ALTER TABLE "report_drafts" ADD CONSTRAINT "report_drafts_inquiry_id_inquiries_id_fk" FOREIGN KEY ("inquiry_id") REFERENCES "public"."inquiries"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reports" ADD CONSTRAINT "reports_inquiry_id_inquiries_id_fk" FOREIGN KEY ("inquiry_id") REFERENCES "public"."inquiries"("id") ON DELETE cascade ON UPDATE no action;