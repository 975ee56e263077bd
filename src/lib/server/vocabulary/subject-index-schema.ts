/** A subject index as it may come in from outside, with how its search box words a strategy. */
import * as v from 'valibot';
import { isFree, NOT_FREE } from '../input-schema';
import { wordField } from '../input-schema';

export const newIndex = v.object({
	code: v.pipe(
		v.string(),
		v.regex(/^[a-z][a-z0-9-]{0,39}$/, 'A code is made of small letters, digits and hyphens.'),
		v.check(isFree, NOT_FREE)
	),
	name: v.pipe(v.string(), v.trim(), v.minLength(1, 'A name is needed.'), v.maxLength(100)),
	discipline: v.pipe(v.string(), v.trim(), v.maxLength(100))
});

const pattern = v.pipe(v.string(), v.maxLength(500));
export const dialectBody = v.strictObject({
	heading: pattern,
	narrower: pattern,
	cut: pattern,
	chief: pattern,
	aspect: pattern,
	together: pattern,
	word: pattern,
	phrase: pattern,
	stem: pattern,
	capitals: pattern,
	fields: v.record(wordField, pattern),
	or: pattern,
	and: pattern,
	not: pattern,
	group: pattern,
	limitValue: pattern,
	limitRange: pattern,
	limitFrom: pattern,
	limitTo: pattern,
	limitNames: v.record(v.string(), pattern),
	quotationMark: pattern
});
