ALTER TABLE "headings" DROP CONSTRAINT "headings_edition_id_editions_id_fk";
