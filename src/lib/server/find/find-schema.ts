/** What may be asked of the word field. */
import * as v from 'valibot';

const LONGEST = 500;
const MOST = 50;
const limit = v.optional(
	v.pipe(
		v.string(),
		v.regex(/^\d{1,3}$/, `The limit is a number from 1 to ${MOST}.`),
		v.transform(Number),
		v.minValue(1, `The limit is a number from 1 to ${MOST}.`),
		v.maxValue(MOST, `The limit is a number from 1 to ${MOST}.`)
	),
	'10'
);
const q = v.pipe(
	v.string('Say what is to be found with ?q=….'),
	v.trim(),
	v.minLength(1, 'Say what is to be found with ?q=….')
);

export const GROUPS = ['headings', 'records', 'names', 'inquiry'] as const;

/** One group of what is found, as it is typed. */
export const groupQuery = v.object({
	q: v.pipe(q, v.maxLength(LONGEST, `What is looked for can be ${LONGEST} characters long.`)),
	of: v.picklist(GROUPS),
	limit
});

export const findQuery = v.object({
	q,
	indexes: v.optional(v.pipe(v.string(), v.maxLength(5_000))),
	inquiry: v.optional(v.pipe(v.string(), v.maxLength(100))),
	limit
});

export const isTooLong = (text: string) => text.length > LONGEST;
export const TOO_LONG = `What is looked for can be ${LONGEST} characters long.`;
