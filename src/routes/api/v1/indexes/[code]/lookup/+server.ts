import { apiLookup } from '$lib/server/http';
import { answer, queryOf } from '$lib/server/http';
import { lookupInIndex, lookupQuery } from '$lib/server/browse';

export const GET = ({ locals, params, url }) =>
	answer(async () => {
		const { q, limit, with: only } = queryOf(url, lookupQuery);
		return apiLookup(q, await lookupInIndex(locals.person, params.code, q, limit, only !== 'labels'));
	});
