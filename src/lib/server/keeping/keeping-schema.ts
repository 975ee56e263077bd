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
