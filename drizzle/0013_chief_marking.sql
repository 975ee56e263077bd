-- An index marks chief headings where a record of it does, whether or not that was said of it.
UPDATE "subject_indexes" SET "has_chief" = true
WHERE EXISTS (SELECT 1 FROM "tagged_headings" t WHERE t."index_code" = "subject_indexes"."code" AND t."chief" > 0);
