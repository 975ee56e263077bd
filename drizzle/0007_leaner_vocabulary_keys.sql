-- An installation may have had the first and the last of these before, under another name of this migration.
DROP INDEX IF EXISTS "relations_by_other";--> statement-breakpoint
ALTER TABLE "labels" DROP CONSTRAINT "labels_edition_id_n_kind_position_pk";--> statement-breakpoint
ALTER TABLE "relations" DROP CONSTRAINT "relations_edition_id_n_kind_other_pk";--> statement-breakpoint
ALTER TABLE "labels" ADD CONSTRAINT "labels_edition_id_n_position_kind_pk" PRIMARY KEY("edition_id","n","position","kind");--> statement-breakpoint
ALTER TABLE "relations" ADD CONSTRAINT "relations_edition_id_n_other_kind_pk" PRIMARY KEY("edition_id","n","other","kind");--> statement-breakpoint
CREATE INDEX IF NOT EXISTS "relations_replacing" ON "relations" USING btree ("edition_id","other") WHERE "relations"."kind" = 'replaces';