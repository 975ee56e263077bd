/** What two people are to decide apart, as it is sent. */
import * as v from 'valibot';

const id = v.pipe(v.string(), v.nonEmpty(), v.maxLength(200));

export const reviewBody = v.variant('of', [
	v.strictObject({
		of: v.literal('cells'),
		people: v.strictTuple([id, id]),
		cells: v.pipe(
			v.array(v.strictObject({ conceptId: id, indexCode: id })),
			v.minLength(1, 'Choose the cells to be decided.'),
			v.maxLength(5_000)
		)
	}),
	v.strictObject({ of: v.literal('list'), people: v.strictTuple([id, id]) })
]);
