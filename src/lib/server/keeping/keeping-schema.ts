/** What keeping up takes in from outside. */
import * as v from 'valibot';
import { CHANGE_KINDS } from '../../../core/edition/difference';

/** A repair is taken where nothing is said. */
export const repairBody = v.strictObject({ leave: v.optional(v.pipe(v.string(), v.maxLength(2_000))) });

const label = v.pipe(v.string(), v.minLength(1), v.maxLength(120));
const kind = v.picklist(CHANGE_KINDS);

/** How a difference is looked through: kinds parted by commas. */
export const differenceQuery = v.object({
	from: v.optional(label),
	to: v.optional(label),
	kinds: v.optional(
		v.pipe(
			v.string(),
			v.transform((text) => text.split(',').filter(Boolean)),
			v.array(kind)
		),
		''
	),
	q: v.optional(v.pipe(v.string(), v.maxLength(200)), ''),
	most: v.optional(v.pipe(v.string(), v.regex(/^\d{1,6}$/), v.transform(Number)), '200')
});

const id = v.pipe(v.string(), v.minLength(1), v.maxLength(100));
const name = v.pipe(v.string(), v.trim(), v.minLength(1, 'A watch needs a name.'), v.maxLength(200));

/** A strategy by inquiry and index, all strategies of an inquiry as a pooled list, or CQL in an index. */
export const newWatch = v.strictObject({
	name,
	inquiry: v.optional(id),
	index: v.optional(id),
	cql: v.optional(v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(20_000)))
});

export const watchChange = v.strictObject({
	name: v.optional(name),
	paused: v.optional(v.boolean()),
	/** Gives its feed another address. */
	anew: v.optional(v.boolean())
});
