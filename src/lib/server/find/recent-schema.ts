/** What a browser says of what was looked at. */
import * as v from 'valibot';

const parts = {
	kind: v.picklist(['word', 'heading', 'result']),
	indexCode: v.pipe(v.string(), v.maxLength(100)),
	search: v.pipe(v.string(), v.maxLength(4_000))
};
export const recentEntry = v.strictObject({
	...parts,
	says: v.pipe(v.string(), v.minLength(1), v.maxLength(500)),
	count: v.nullable(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(2e9)))
});
const named = v.object(parts);
/** So many are counted at once. */
export const recentCountsBody = v.object({ entries: v.pipe(v.array(named), v.maxLength(20)) });
export const togetherBody = v.object({
	how: v.picklist(['and', 'or', 'not']),
	entries: v.strictTuple([named, named])
});
export const recentQuery = v.object({ key: v.optional(v.pipe(v.string(), v.maxLength(100))) });
