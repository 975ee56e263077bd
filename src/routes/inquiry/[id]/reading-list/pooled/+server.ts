import * as v from 'valibot';
import { answer, bodyOf } from '$lib/server/http';
import { pooledQuery, takenFrom, takePool } from '$lib/server/reading';

/** Puts the pooled list, or the region of it that the address names, on the reading list. */
export const POST = ({ locals, params, url, request }) =>
	answer(async () => {
		const how = await bodyOf(request, takenFrom);
		const wish = v.parse(pooledQuery, Object.fromEntries(url.searchParams));
		return takePool(locals.person, params.id, wish, how);
	}, 201);
