ALTER TABLE "entry_term_headings" DROP CONSTRAINT "entry_term_headings_edition_id_editions_id_fk";
--> statement-breakpoint
ALTER TABLE "entry_terms" DROP CONSTRAINT "entry_terms_edition_id_editions_id_fk";
--> statement-breakpoint
ALTER TABLE "labels" DROP CONSTRAINT "labels_edition_id_editions_id_fk";
--> statement-breakpoint
ALTER TABLE "notes" DROP CONSTRAINT "notes_edition_id_editions_id_fk";
--> statement-breakpoint
ALTER TABLE "relations" DROP CONSTRAINT "relations_edition_id_editions_id_fk";
