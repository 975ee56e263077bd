ALTER TABLE "inquiries" ADD COLUMN "word_field" text DEFAULT 'anywhere' NOT NULL;--> statement-breakpoint
ALTER TABLE "inquiries" ALTER COLUMN "word_field" SET DEFAULT 'keywords';--> statement-breakpoint
ALTER TABLE "strategies" ADD COLUMN "searches" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
-- Words of every inquiry there is were looked for anywhere: its history says so too, so that undo and redo keep it.
UPDATE "changes" SET "rows" = (
	SELECT jsonb_agg(
		CASE WHEN change ->> 'table' = 'about'
			THEN change
				|| CASE WHEN jsonb_typeof(change -> 'before') = 'object'
					THEN jsonb_build_object('before', '{"wordField": "anywhere"}'::jsonb || (change -> 'before')) ELSE '{}'::jsonb END
				|| CASE WHEN jsonb_typeof(change -> 'after') = 'object'
					THEN jsonb_build_object('after', '{"wordField": "anywhere"}'::jsonb || (change -> 'after')) ELSE '{}'::jsonb END
			ELSE change END ORDER BY place)
	FROM jsonb_array_elements("rows") WITH ORDINALITY AS listed(change, place))
WHERE "rows" @> '[{"table": "about"}]';
