-- Packed editions in rows that fit a page. Longer rows are kept apart in pieces of 2 kB, each found through an index,
-- which made reading and writing them cost more than everything else about them.
CREATE TABLE "packs_in_pages" ("edition_id" integer NOT NULL, "part" integer NOT NULL, "bytes" "bytea" NOT NULL);
--> statement-breakpoint
INSERT INTO "packs_in_pages"
SELECT w."edition_id", g."part", substring(w."whole" FROM g."part" * 8000 + 1 FOR 8000)
FROM (
	SELECT "edition_id", string_agg("bytes", ''::"bytea" ORDER BY "part") AS "whole"
	FROM "edition_packs" GROUP BY "edition_id"
) w
CROSS JOIN LATERAL generate_series(0, (octet_length(w."whole") - 1) / 8000) g("part");
--> statement-breakpoint
TRUNCATE "edition_packs";--> statement-breakpoint
ALTER TABLE "edition_packs" ALTER COLUMN "bytes" SET STORAGE PLAIN;--> statement-breakpoint
INSERT INTO "edition_packs" SELECT * FROM "packs_in_pages";--> statement-breakpoint
DROP TABLE "packs_in_pages";
