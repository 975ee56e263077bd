/** What may be asked of look-up. */
import * as v from 'valibot';

/** How long it can be is said by look-up itself. */
const q = v.string('Name the word with ?q=….');

export const lanesQuery = v.object({ q: v.pipe(q, v.maxLength(500, 'A word can be 500 characters long.')) });

export const lookupQuery = v.object({
	q,
	limit: v.optional(
		v.pipe(
			v.string(),
			v.regex(/^\d{1,3}$/, 'The limit is a number from 1 to 100.'),
			v.transform(Number),
			v.minValue(1, 'The limit is a number from 1 to 100.'),
			v.maxValue(100, 'The limit is a number from 1 to 100.')
		),
		'20'
	),
	with: v.optional(v.picklist(['labels'], 'with can be labels, which leaves records out.'))
});
