import { apiLookup } from '$lib/server/http/api-answers';
import { answer, queryOf } from '$lib/server/http';
import { lookupQuery } from '$lib/server/browse/look-up-schema';
import { lookupInIndex } from '$lib/server/browse/look-up';

export const GET = ({ locals, params, url }) =>
	answer(async () => {
		const { q, limit } = queryOf(url, lookupQuery);
		return apiLookup(q, await lookupInIndex(locals.person, params.code, q, limit));
	});
