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
	discipline: v.pipe(v.string(), v.trim(), v.maxLength(100)),
	/** Its headings are typed here, as there is no file of them. */
	own: v.optional(v.boolean())
});

export const ownBody = v.strictObject({ own: v.boolean() });

const key = v.pipe(v.string(), v.minLength(1), v.maxLength(200));
const line = v.pipe(v.string(), v.maxLength(2_000));
const headingFields = v.strictObject({
	label: line,
	entryTerms: v.pipe(v.array(line), v.maxLength(2_000)),
	broader: v.pipe(v.array(key), v.maxLength(200)),
	related: v.pipe(v.array(key), v.maxLength(2_000)),
	scopeNote: v.pipe(v.string(), v.maxLength(20_000)),
	historyNote: v.pipe(v.string(), v.maxLength(20_000)),
	notation: v.pipe(v.string(), v.maxLength(500)),
	introduced: v.pipe(v.string(), v.maxLength(100)),
	retired: v.pipe(v.string(), v.maxLength(100))
});

/** A change made by hand to the headings of an own vocabulary. */
export const mendingBody = v.variant('kind', [
	v.strictObject({
		kind: v.literal('add'),
		outline: v.pipe(v.string(), v.maxLength(500_000)),
		under: v.optional(key)
	}),
	v.strictObject({ kind: v.literal('change'), key, was: headingFields, fields: headingFields }),
	v.strictObject({ kind: v.literal('remove'), key })
]);

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
