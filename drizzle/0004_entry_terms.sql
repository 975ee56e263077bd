-- An entry term has a row for each heading it leads to, in place of a table between the two.
CREATE TABLE "entry_terms_by_heading" (
	"edition_id" integer NOT NULL,
	"n" integer NOT NULL,
	"position" integer NOT NULL,
	"lang" text NOT NULL,
	"text" text NOT NULL,
	"together" integer[]
);
--> statement-breakpoint
INSERT INTO "entry_terms_by_heading"
SELECT t."edition_id", h."n", t."position", t."lang", t."text",
	CASE WHEN cardinality(all_of."together") > 1 THEN all_of."together" END
FROM "entry_terms" t
JOIN "entry_term_headings" h ON h."edition_id" = t."edition_id" AND h."entry" = t."position"
JOIN (
	SELECT "edition_id", "entry", array_agg("n" ORDER BY "place") AS "together"
	FROM "entry_term_headings" GROUP BY "edition_id", "entry"
) all_of ON all_of."edition_id" = t."edition_id" AND all_of."entry" = t."position";
--> statement-breakpoint
DROP TABLE "entry_term_headings" CASCADE;--> statement-breakpoint
DROP TABLE "entry_terms" CASCADE;--> statement-breakpoint
ALTER TABLE "entry_terms_by_heading" RENAME TO "entry_terms";--> statement-breakpoint
ALTER TABLE "entry_terms" ADD CONSTRAINT "entry_terms_edition_id_n_position_pk" PRIMARY KEY("edition_id","n","position");
