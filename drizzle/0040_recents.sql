CREATE TABLE "recents" (
	"inquiry_id" text NOT NULL,
	"person_id" text NOT NULL,
	"key" text NOT NULL,
	"kind" text NOT NULL,
	"says" text NOT NULL,
	"index_code" text NOT NULL,
	"search" text NOT NULL,
	"count" integer,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "recents_person_id_inquiry_id_key_pk" PRIMARY KEY("person_id","inquiry_id","key")
);
--> statement-breakpoint
ALTER TABLE "recents" ADD CONSTRAINT "recents_inquiry_id_inquiries_id_fk" FOREIGN KEY ("inquiry_id") REFERENCES "public"."inquiries"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "recents" ADD CONSTRAINT "recents_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "recents_of_inquiry" ON "recents" USING btree ("inquiry_id");