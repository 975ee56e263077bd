/** Runs as they may come in from outside. */
import * as v from 'valibot';
import { LONGEST_CQL } from '../../../core/search';
import { id, text, wholeNumber } from '../input-schema';

/** A run to be kept. */
export const newRun = v.variant('kind', [
	v.strictObject({ kind: v.literal('run'), indexCode: id }),
	v.strictObject({ kind: v.literal('repeat'), number: wholeNumber }),
	v.strictObject({
		kind: v.literal('combine'),
		how: v.picklist(['and', 'or', 'not']),
		runs: v.pipe(v.array(wholeNumber), v.minLength(2), v.maxLength(20))
	}),
	v.strictObject({
		kind: v.literal('elsewhere'),
		indexCode: id,
		text: v.pipe(
			v.string(),
			v.trim(),
			v.minLength(1, 'Give the exact text of the search.'),
			v.maxLength(LONGEST_CQL)
		),
		count: v.pipe(
			v.number('Give the number of records it found.'),
			v.integer(),
			v.minValue(0),
			v.maxValue(2_000_000_000, 'No index has so many records.')
		),
		at: v.pipe(v.string(), v.isoDate('Give the day as year, month and day.')),
		note: v.optional(text, '')
	})
]);

export const runFields = v.pipe(
	v.strictObject({
		name: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(200))),
		note: v.optional(text)
	}),
	v.check((fields) => Object.keys(fields).length > 0, 'Say what is to change: a name or a note.')
);
