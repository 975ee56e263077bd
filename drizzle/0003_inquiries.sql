CREATE TABLE "collections" (
	"edition_id" integer NOT NULL,
	"position" integer NOT NULL,
	"uri" text NOT NULL,
	"labels" jsonb NOT NULL,
	"members" integer[] NOT NULL,
	CONSTRAINT "collections_edition_id_position_pk" PRIMARY KEY("edition_id","position")
);
--> statement-breakpoint
CREATE TABLE "sightings" (
	"id" text NOT NULL,
	"inquiry_id" text NOT NULL,
	"position" integer NOT NULL,
	"text" text NOT NULL,
	"uri" text NOT NULL,
	"index_code" text NOT NULL,
	"concept_id" text NOT NULL,
	"seen" text NOT NULL,
	"state" text NOT NULL,
	CONSTRAINT "sightings_inquiry_id_id_pk" PRIMARY KEY("inquiry_id","id")
);
--> statement-breakpoint
DROP INDEX "headings_by_uri";--> statement-breakpoint
DROP INDEX "headings_by_key";--> statement-breakpoint
ALTER TABLE "changes" ADD COLUMN "client" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "changes" ADD COLUMN "cells" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "inquiries" ADD COLUMN "archived" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "inquiries" ADD COLUMN "deleted_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "picks" ADD COLUMN "cuts" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "picks" ADD COLUMN "chief" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "picks" ADD COLUMN "aspects" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "words" ADD COLUMN "lang" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "words" ADD COLUMN "capitals" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "words" ADD COLUMN "off" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "collections" ADD CONSTRAINT "collections_edition_id_editions_id_fk" FOREIGN KEY ("edition_id") REFERENCES "public"."editions"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sightings" ADD CONSTRAINT "sightings_inquiry_id_inquiries_id_fk" FOREIGN KEY ("inquiry_id") REFERENCES "public"."inquiries"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "changes_by_cell" ON "changes" USING gin ("cells");--> statement-breakpoint
-- Packs do not compress, and trying to costs more than storing them.
ALTER TABLE "edition_packs" ALTER COLUMN "bytes" SET STORAGE EXTERNAL;--> statement-breakpoint
UPDATE "changes" SET "cells" = coalesce((
	SELECT array_agg(DISTINCT concat(kept.cell->>'conceptId', ':', kept.cell->>'indexCode'))
	FROM jsonb_array_elements("rows") AS made,
		LATERAL (SELECT CASE WHEN jsonb_typeof(made->'after') = 'object' THEN made->'after' ELSE made->'before' END AS cell) AS kept
	WHERE made->>'table' IN ('picks', 'cells')
), '{}');
