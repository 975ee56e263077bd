CREATE TABLE "record_sets" (
	"index_code" text NOT NULL,
	"name" text NOT NULL,
	"size" integer NOT NULL,
	"bytes" "bytea" NOT NULL,
	CONSTRAINT "record_sets_index_code_name_pk" PRIMARY KEY("index_code","name")
);
--> statement-breakpoint
CREATE TABLE "records" (
	"index_code" text NOT NULL,
	"n" integer NOT NULL,
	"key" text NOT NULL,
	"csl" jsonb NOT NULL,
	"limits" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"year" smallint,
	"doi" text,
	"work_title" text,
	"topic" "tsvector" NOT NULL,
	"names" "tsvector" NOT NULL,
	"title_length" smallint NOT NULL,
	"abstract_length" smallint NOT NULL,
	CONSTRAINT "records_index_code_n_pk" PRIMARY KEY("index_code","n")
);
--> statement-breakpoint
CREATE TABLE "record_references" (
	"index_code" text NOT NULL,
	"n" integer NOT NULL,
	"cited" integer NOT NULL,
	CONSTRAINT "record_references_index_code_n_cited_pk" PRIMARY KEY("index_code","n","cited")
);
--> statement-breakpoint
CREATE TABLE "runs" (
	"inquiry_id" text NOT NULL,
	"number" integer NOT NULL,
	"index_code" text NOT NULL,
	"kind" text NOT NULL,
	"name" text DEFAULT '' NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"cql" text NOT NULL,
	"settings" jsonb,
	"limits" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"combined" jsonb,
	"edition" text DEFAULT '' NOT NULL,
	"records_revision" integer DEFAULT 0 NOT NULL,
	"count" integer NOT NULL,
	"found" "bytea",
	"person_id" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "runs_inquiry_id_number_pk" PRIMARY KEY("inquiry_id","number")
);
--> statement-breakpoint
CREATE TABLE "shared_works" (
	"index_code" text NOT NULL,
	"n" integer NOT NULL,
	"other_code" text NOT NULL,
	"other_n" integer NOT NULL,
	CONSTRAINT "shared_works_index_code_other_code_n_other_n_pk" PRIMARY KEY("index_code","other_code","n","other_n")
);
--> statement-breakpoint
CREATE TABLE "strategies" (
	"id" text NOT NULL,
	"inquiry_id" text NOT NULL,
	"off" text[] NOT NULL,
	"fields" jsonb NOT NULL,
	"limits" jsonb NOT NULL,
	"lifted" boolean NOT NULL,
	"text" text NOT NULL,
	CONSTRAINT "strategies_inquiry_id_id_pk" PRIMARY KEY("inquiry_id","id")
);
--> statement-breakpoint
CREATE TABLE "tagged_headings" (
	"index_code" text NOT NULL,
	"h" integer NOT NULL,
	"uri" text NOT NULL,
	"label" text NOT NULL,
	"records" integer DEFAULT 0 NOT NULL,
	"chief" integer DEFAULT 0 NOT NULL,
	CONSTRAINT "tagged_headings_index_code_h_pk" PRIMARY KEY("index_code","h")
);
--> statement-breakpoint
CREATE TABLE "taggings" (
	"index_code" text NOT NULL,
	"n" integer NOT NULL,
	"position" smallint NOT NULL,
	"h" integer NOT NULL,
	"chief" boolean NOT NULL,
	"aspect" text,
	CONSTRAINT "taggings_index_code_n_position_pk" PRIMARY KEY("index_code","n","position")
);
--> statement-breakpoint
ALTER TABLE "subject_indexes" ADD COLUMN "limits" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "subject_indexes" ADD COLUMN "dialect" jsonb;--> statement-breakpoint
ALTER TABLE "subject_indexes" ADD COLUMN "records" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "subject_indexes" ADD COLUMN "records_revision" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "records" ADD CONSTRAINT "records_index_code_subject_indexes_code_fk" FOREIGN KEY ("index_code") REFERENCES "public"."subject_indexes"("code") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "runs" ADD CONSTRAINT "runs_inquiry_id_inquiries_id_fk" FOREIGN KEY ("inquiry_id") REFERENCES "public"."inquiries"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "strategies" ADD CONSTRAINT "strategies_inquiry_id_inquiries_id_fk" FOREIGN KEY ("inquiry_id") REFERENCES "public"."inquiries"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "records_by_key" ON "records" USING btree ("index_code","key");--> statement-breakpoint
CREATE INDEX "records_by_doi" ON "records" USING hash ("doi");--> statement-breakpoint
CREATE INDEX "records_by_work_title" ON "records" USING hash ("work_title");--> statement-breakpoint
CREATE INDEX "records_by_topic" ON "records" USING gin ("topic");--> statement-breakpoint
CREATE INDEX "records_by_names" ON "records" USING gin ("names");--> statement-breakpoint
CREATE INDEX "references_by_cited" ON "record_references" USING btree ("index_code","cited");--> statement-breakpoint
CREATE INDEX "shared_works_by_other" ON "shared_works" USING btree ("other_code","other_n");--> statement-breakpoint
CREATE UNIQUE INDEX "tagged_headings_by_uri" ON "tagged_headings" USING btree ("index_code","uri");--> statement-breakpoint
CREATE INDEX "taggings_by_heading" ON "taggings" USING btree ("index_code","h");--> statement-breakpoint
ALTER TABLE "record_sets" ALTER COLUMN "bytes" SET STORAGE EXTERNAL;
