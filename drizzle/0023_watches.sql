CREATE TABLE "feed_records" (
	"position" serial PRIMARY KEY NOT NULL,
	"index_code" text NOT NULL,
	"draft" json NOT NULL
);
--> statement-breakpoint
CREATE TABLE "watch_finds" (
	"watch_id" text NOT NULL,
	"index_code" text NOT NULL,
	"record" text NOT NULL,
	"found_at" timestamp with time zone DEFAULT now() NOT NULL,
	"listed" boolean DEFAULT false NOT NULL,
	"told" boolean DEFAULT false NOT NULL,
	"looked" boolean DEFAULT false NOT NULL,
	CONSTRAINT "watch_finds_watch_id_index_code_record_pk" PRIMARY KEY("watch_id","index_code","record")
);
--> statement-breakpoint
CREATE TABLE "watch_marks" (
	"watch_id" text NOT NULL,
	"index_code" text NOT NULL,
	"index_id" integer NOT NULL,
	"seen" integer NOT NULL,
	CONSTRAINT "watch_marks_watch_id_index_code_pk" PRIMARY KEY("watch_id","index_code")
);
--> statement-breakpoint
CREATE TABLE "watches" (
	"id" text PRIMARY KEY NOT NULL,
	"inquiry_id" text,
	"person_id" text NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"index_code" text DEFAULT '' NOT NULL,
	"cql" text DEFAULT '' NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"ran_at" timestamp with time zone,
	"paused" boolean DEFAULT false NOT NULL,
	"key" text NOT NULL,
	"trouble" text DEFAULT '' NOT NULL,
	CONSTRAINT "watches_key_unique" UNIQUE("key")
);
--> statement-breakpoint
ALTER TABLE "feed_records" ADD CONSTRAINT "feed_records_index_code_subject_indexes_code_fk" FOREIGN KEY ("index_code") REFERENCES "public"."subject_indexes"("code") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "watch_finds" ADD CONSTRAINT "watch_finds_watch_id_watches_id_fk" FOREIGN KEY ("watch_id") REFERENCES "public"."watches"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "watch_marks" ADD CONSTRAINT "watch_marks_watch_id_watches_id_fk" FOREIGN KEY ("watch_id") REFERENCES "public"."watches"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "watches" ADD CONSTRAINT "watches_inquiry_id_inquiries_id_fk" FOREIGN KEY ("inquiry_id") REFERENCES "public"."inquiries"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "watches_by_inquiry" ON "watches" USING btree ("inquiry_id");