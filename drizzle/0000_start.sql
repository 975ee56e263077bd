CREATE TABLE "cells" (
	"id" text NOT NULL,
	"inquiry_id" text NOT NULL,
	"concept_id" text NOT NULL,
	"index_code" text NOT NULL,
	"no_heading" boolean NOT NULL,
	"tried" text[] NOT NULL,
	"edition" text NOT NULL,
	"note" text NOT NULL,
	CONSTRAINT "cells_inquiry_id_id_pk" PRIMARY KEY("inquiry_id","id")
);
--> statement-breakpoint
CREATE TABLE "changes" (
	"inquiry_id" text NOT NULL,
	"revision" integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"person_id" text NOT NULL,
	"kind" text NOT NULL,
	"target" integer,
	"state" text NOT NULL,
	"summary" text NOT NULL,
	"command" jsonb,
	"rows" jsonb NOT NULL,
	CONSTRAINT "changes_inquiry_id_revision_pk" PRIMARY KEY("inquiry_id","revision")
);
--> statement-breakpoint
CREATE TABLE "concepts" (
	"id" text NOT NULL,
	"inquiry_id" text NOT NULL,
	"position" integer NOT NULL,
	"name" text NOT NULL,
	"status" text NOT NULL,
	CONSTRAINT "concepts_inquiry_id_id_pk" PRIMARY KEY("inquiry_id","id")
);
--> statement-breakpoint
CREATE TABLE "edition_packs" (
	"edition_id" integer NOT NULL,
	"part" integer NOT NULL,
	"bytes" "bytea" NOT NULL,
	CONSTRAINT "edition_packs_edition_id_part_pk" PRIMARY KEY("edition_id","part")
);
--> statement-breakpoint
CREATE TABLE "editions" (
	"id" serial PRIMARY KEY NOT NULL,
	"index_code" text NOT NULL,
	"label" text NOT NULL,
	"loaded_at" timestamp with time zone DEFAULT now() NOT NULL,
	"headings" integer NOT NULL,
	"entry_terms" integer NOT NULL,
	"relations" integer NOT NULL,
	"languages" text[] NOT NULL,
	"hierarchical" boolean NOT NULL
);
--> statement-breakpoint
CREATE TABLE "entry_term_headings" (
	"edition_id" integer NOT NULL,
	"entry" integer NOT NULL,
	"place" smallint NOT NULL,
	"n" integer NOT NULL,
	CONSTRAINT "entry_term_headings_edition_id_entry_place_pk" PRIMARY KEY("edition_id","entry","place")
);
--> statement-breakpoint
CREATE TABLE "entry_terms" (
	"edition_id" integer NOT NULL,
	"position" integer NOT NULL,
	"lang" text NOT NULL,
	"text" text NOT NULL,
	CONSTRAINT "entry_terms_edition_id_position_pk" PRIMARY KEY("edition_id","position")
);
--> statement-breakpoint
CREATE TABLE "headings" (
	"edition_id" integer NOT NULL,
	"n" integer NOT NULL,
	"key" text NOT NULL,
	"uri" text NOT NULL,
	"notation" text,
	"introduced" smallint,
	"retired" smallint,
	"aspects" text[] NOT NULL,
	CONSTRAINT "headings_edition_id_n_pk" PRIMARY KEY("edition_id","n")
);
--> statement-breakpoint
CREATE TABLE "inquiries" (
	"id" text PRIMARY KEY NOT NULL,
	"title" text NOT NULL,
	"question" text NOT NULL,
	"indexes" text[] NOT NULL,
	"revision" integer DEFAULT 0 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "jobs" (
	"id" text PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"index_code" text NOT NULL,
	"state" text NOT NULL,
	"done" integer DEFAULT 0 NOT NULL,
	"total" integer DEFAULT 0 NOT NULL,
	"report" jsonb,
	"started_by" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"seen_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "labels" (
	"edition_id" integer NOT NULL,
	"n" integer NOT NULL,
	"kind" text NOT NULL,
	"position" integer NOT NULL,
	"lang" text NOT NULL,
	"text" text NOT NULL,
	CONSTRAINT "labels_edition_id_n_kind_position_pk" PRIMARY KEY("edition_id","n","kind","position")
);
--> statement-breakpoint
CREATE TABLE "notes" (
	"edition_id" integer NOT NULL,
	"n" integer NOT NULL,
	"position" integer NOT NULL,
	"kind" text NOT NULL,
	"lang" text NOT NULL,
	"text" text NOT NULL,
	CONSTRAINT "notes_edition_id_n_position_pk" PRIMARY KEY("edition_id","n","position")
);
--> statement-breakpoint
CREATE TABLE "people" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "picks" (
	"id" text NOT NULL,
	"inquiry_id" text NOT NULL,
	"concept_id" text NOT NULL,
	"index_code" text NOT NULL,
	"position" integer NOT NULL,
	"headings" jsonb NOT NULL,
	"edition" text NOT NULL,
	"with_narrower" boolean NOT NULL,
	"role" text NOT NULL,
	"fit" text NOT NULL,
	"note" text NOT NULL,
	CONSTRAINT "picks_inquiry_id_id_pk" PRIMARY KEY("inquiry_id","id")
);
--> statement-breakpoint
CREATE TABLE "relations" (
	"edition_id" integer NOT NULL,
	"n" integer NOT NULL,
	"kind" text NOT NULL,
	"other" integer NOT NULL,
	CONSTRAINT "relations_edition_id_n_kind_other_pk" PRIMARY KEY("edition_id","n","kind","other")
);
--> statement-breakpoint
CREATE TABLE "subject_indexes" (
	"code" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"discipline" text NOT NULL,
	"coverage" text DEFAULT '' NOT NULL,
	"letter" text NOT NULL,
	"hue" smallint NOT NULL,
	"leaf" text NOT NULL,
	"heading_noun" text DEFAULT 'headings' NOT NULL,
	"has_chief" boolean DEFAULT false NOT NULL,
	"stand_in" boolean DEFAULT false NOT NULL,
	"position" integer DEFAULT 0 NOT NULL,
	"current_edition" integer,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "words" (
	"id" text NOT NULL,
	"inquiry_id" text NOT NULL,
	"concept_id" text NOT NULL,
	"position" integer NOT NULL,
	"text" text NOT NULL,
	CONSTRAINT "words_inquiry_id_id_pk" PRIMARY KEY("inquiry_id","id")
);
--> statement-breakpoint
ALTER TABLE "cells" ADD CONSTRAINT "cells_inquiry_id_inquiries_id_fk" FOREIGN KEY ("inquiry_id") REFERENCES "public"."inquiries"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "changes" ADD CONSTRAINT "changes_inquiry_id_inquiries_id_fk" FOREIGN KEY ("inquiry_id") REFERENCES "public"."inquiries"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "concepts" ADD CONSTRAINT "concepts_inquiry_id_inquiries_id_fk" FOREIGN KEY ("inquiry_id") REFERENCES "public"."inquiries"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "edition_packs" ADD CONSTRAINT "edition_packs_edition_id_editions_id_fk" FOREIGN KEY ("edition_id") REFERENCES "public"."editions"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "editions" ADD CONSTRAINT "editions_index_code_subject_indexes_code_fk" FOREIGN KEY ("index_code") REFERENCES "public"."subject_indexes"("code") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entry_term_headings" ADD CONSTRAINT "entry_term_headings_edition_id_editions_id_fk" FOREIGN KEY ("edition_id") REFERENCES "public"."editions"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entry_terms" ADD CONSTRAINT "entry_terms_edition_id_editions_id_fk" FOREIGN KEY ("edition_id") REFERENCES "public"."editions"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "headings" ADD CONSTRAINT "headings_edition_id_editions_id_fk" FOREIGN KEY ("edition_id") REFERENCES "public"."editions"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_index_code_subject_indexes_code_fk" FOREIGN KEY ("index_code") REFERENCES "public"."subject_indexes"("code") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "labels" ADD CONSTRAINT "labels_edition_id_editions_id_fk" FOREIGN KEY ("edition_id") REFERENCES "public"."editions"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "notes" ADD CONSTRAINT "notes_edition_id_editions_id_fk" FOREIGN KEY ("edition_id") REFERENCES "public"."editions"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "picks" ADD CONSTRAINT "picks_inquiry_id_inquiries_id_fk" FOREIGN KEY ("inquiry_id") REFERENCES "public"."inquiries"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "relations" ADD CONSTRAINT "relations_edition_id_editions_id_fk" FOREIGN KEY ("edition_id") REFERENCES "public"."editions"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "words" ADD CONSTRAINT "words_inquiry_id_inquiries_id_fk" FOREIGN KEY ("inquiry_id") REFERENCES "public"."inquiries"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "changes_that_were_done" ON "changes" USING btree ("inquiry_id","revision") WHERE kind = 'do';--> statement-breakpoint
CREATE INDEX "editions_by_index" ON "editions" USING btree ("index_code");--> statement-breakpoint
CREATE INDEX "entry_term_headings_by_heading" ON "entry_term_headings" USING btree ("edition_id","n");--> statement-breakpoint
CREATE UNIQUE INDEX "headings_by_uri" ON "headings" USING btree ("edition_id","uri");--> statement-breakpoint
CREATE UNIQUE INDEX "headings_by_key" ON "headings" USING btree ("edition_id","key");--> statement-breakpoint
CREATE INDEX "relations_by_other" ON "relations" USING btree ("edition_id","other","kind");