-- Whoever removed their account takes part in nothing, and owns nothing that others take part in.
DELETE FROM "inquiry_people" p USING "people" x WHERE x.id = p.person_id AND x.left_at IS NOT NULL;
--> statement-breakpoint
DELETE FROM "group_people" g USING "people" x WHERE x.id = g.person_id AND x.left_at IS NOT NULL;
--> statement-breakpoint
UPDATE "inquiry_people" p SET role = 'owner'
FROM (
	SELECT DISTINCT ON (a.inquiry_id) a.inquiry_id, a.person_id
	FROM "inquiry_people" a JOIN "people" x ON x.id = a.person_id
	WHERE NOT EXISTS (SELECT FROM "inquiry_people" o WHERE o.inquiry_id = a.inquiry_id AND o.role = 'owner')
	ORDER BY a.inquiry_id, CASE a.role WHEN 'editor' THEN 0 ELSE 1 END, x.name, x.id
) heir
WHERE p.inquiry_id = heir.inquiry_id AND p.person_id = heir.person_id;
