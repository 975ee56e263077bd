/** A cell as it may come in from outside. */
import * as v from 'valibot';
import { many, searches } from '../input-schema';
import { switches } from '../inquiry';

/** A cell as scripts set it: headings by URI. */
export const cellBody = v.object({
	picks: v.optional(
		many(
			v.object({
				uris: v.pipe(
					v.array(v.pipe(v.string(), v.minLength(1), v.maxLength(2_000))),
					v.minLength(1),
					v.maxLength(20)
				),
				...switches,
				cuts: v.optional(many(v.pipe(v.string(), v.maxLength(2_000))))
			})
		),
		[]
	),
	noHeading: v.optional(v.boolean(), false),
	searches: v.optional(searches)
});
