import * as v from 'valibot';
import { hierarchyHolding, hierarchyTo } from '$lib/server/browse';
import { answer, queryOf } from '$lib/server/http';

const query = v.object({
	depth: v.optional(v.pipe(v.string(), v.regex(/^\d{1,2}$/), v.transform(Number)), '1'),
	holding: v.optional(v.pipe(v.string(), v.maxLength(200)))
});

export const GET = ({ locals, params, url }) =>
	answer(() => {
		const { depth, holding } = queryOf(url, query);
		return holding === undefined
			? hierarchyTo(locals.person, params.code, depth)
			: hierarchyHolding(locals.person, params.code, holding);
	});
