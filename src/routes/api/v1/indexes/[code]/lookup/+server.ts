import { apiLookup } from '$lib/server/api';
import { answer, queryOf } from '$lib/server/http';
import { lookupQuery } from '$lib/server/schemas';
import { lookupInIndex } from '$lib/server/vocabularies';

export const GET = ({ locals, params, url }) =>
	answer(async () => {
		const { q, limit } = queryOf(url, lookupQuery);
		return apiLookup(q, await lookupInIndex(locals.person, params.code, q, limit));
	});
