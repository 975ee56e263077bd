CREATE TABLE "apart_people" (
	"apart_id" text NOT NULL,
	"side" smallint NOT NULL,
	"person_id" text NOT NULL,
	"inquiry_id" text NOT NULL,
	"done_at" timestamp with time zone,
	"decided" jsonb,
	CONSTRAINT "apart_people_apart_id_side_pk" PRIMARY KEY("apart_id","side")
);
--> statement-breakpoint
CREATE TABLE "aparts" (
	"id" text PRIMARY KEY NOT NULL,
	"inquiry_id" text NOT NULL,
	"of" text NOT NULL,
	"cells" jsonb NOT NULL,
	"started_by" text NOT NULL,
	"started_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "apart_people" ADD CONSTRAINT "apart_people_apart_id_aparts_id_fk" FOREIGN KEY ("apart_id") REFERENCES "public"."aparts"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "apart_people" ADD CONSTRAINT "apart_people_inquiry_id_inquiries_id_fk" FOREIGN KEY ("inquiry_id") REFERENCES "public"."inquiries"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "aparts" ADD CONSTRAINT "aparts_inquiry_id_inquiries_id_fk" FOREIGN KEY ("inquiry_id") REFERENCES "public"."inquiries"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "apart_copies" ON "apart_people" USING btree ("inquiry_id");--> statement-breakpoint
CREATE INDEX "aparts_of_inquiry" ON "aparts" USING btree ("inquiry_id");