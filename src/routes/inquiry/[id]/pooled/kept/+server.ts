import * as v from 'valibot';
import { answer } from '$lib/server/http';
import { keepPooled, pooledQuery } from '$lib/server/reading';

/** Keeps a part of the pooled list as runs, one for each index. */
export const POST = ({ locals, params, url }) =>
	answer(async () => {
		const wish = v.parse(pooledQuery, Object.fromEntries(url.searchParams));
		return { numbers: await keepPooled(locals.person, params.id, wish) };
	}, 201);
