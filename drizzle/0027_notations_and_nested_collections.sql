ALTER TABLE "collections" ADD COLUMN "kind" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "headings" ADD COLUMN "notations" jsonb;