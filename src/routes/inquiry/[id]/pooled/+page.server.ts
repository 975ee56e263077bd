import * as v from 'valibot';
import { forPage } from '$lib/server/http';
import { pooledList, pooledQuery } from '$lib/server/reading';

const PAGE = 40;

export const load = ({ locals, params, url }) =>
	forPage(async () => {
		const asked = v.parse(pooledQuery, Object.fromEntries(url.searchParams));
		const offset = Number(/^\d{1,9}$/.exec(url.searchParams.get('from') ?? '')?.[0] ?? 0);
		const wish = { ...asked, offset, limit: PAGE };
		return { wish, size: PAGE, pool: await pooledList(locals.person, params.id, wish) };
	});
