ALTER TABLE "edition_packs" DROP CONSTRAINT "edition_packs_edition_id_editions_id_fk";
--> statement-breakpoint
-- Each table that is parted by edition takes the place of the one before, with the rows of that in partitions.
DO $$
DECLARE
	parted text;
	edition integer;
BEGIN
	FOREACH parted IN ARRAY ARRAY['headings', 'labels', 'notes', 'relations', 'entry_terms', 'edition_packs'] LOOP
		EXECUTE format('ALTER TABLE %I RENAME TO %I', parted, parted || '_before');
		EXECUTE format('CREATE TABLE %I (LIKE %I INCLUDING STORAGE) PARTITION BY LIST (edition_id)', parted, parted || '_before');
		FOR edition IN SELECT id FROM editions ORDER BY id LOOP
			EXECUTE format('CREATE TABLE %I (LIKE %I INCLUDING STORAGE)', parted || '_' || edition, parted);
			EXECUTE format('INSERT INTO %I SELECT * FROM %I WHERE edition_id = %s', parted || '_' || edition, parted || '_before', edition);
			EXECUTE format('ALTER TABLE %I ATTACH PARTITION %I FOR VALUES IN (%s)', parted, parted || '_' || edition, edition);
		END LOOP;
		EXECUTE format('DROP TABLE %I', parted || '_before');
	END LOOP;
END $$;--> statement-breakpoint
ALTER TABLE "headings" ADD CONSTRAINT "headings_edition_id_n_pk" PRIMARY KEY("edition_id","n");--> statement-breakpoint
ALTER TABLE "labels" ADD CONSTRAINT "labels_edition_id_n_position_kind_pk" PRIMARY KEY("edition_id","n","position","kind");--> statement-breakpoint
ALTER TABLE "notes" ADD CONSTRAINT "notes_edition_id_n_position_pk" PRIMARY KEY("edition_id","n","position");--> statement-breakpoint
ALTER TABLE "relations" ADD CONSTRAINT "relations_edition_id_n_other_kind_pk" PRIMARY KEY("edition_id","n","other","kind");--> statement-breakpoint
ALTER TABLE "entry_terms" ADD CONSTRAINT "entry_terms_edition_id_n_position_pk" PRIMARY KEY("edition_id","n","position");--> statement-breakpoint
ALTER TABLE "edition_packs" ADD CONSTRAINT "edition_packs_edition_id_part_pk" PRIMARY KEY("edition_id","part");--> statement-breakpoint
CREATE INDEX "relations_replacing" ON "relations" USING btree ("edition_id","other") WHERE "relations"."kind" = 'replaces';
