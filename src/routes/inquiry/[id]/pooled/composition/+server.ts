import * as v from 'valibot';
import { answer } from '$lib/server/http';
import { compositionOfPool, pooledQuery } from '$lib/server/reading';

/** What the works of the pooled list are made of, by one dimension. */
export const GET = ({ locals, params, url }) =>
	answer(() => {
		const { searchParams } = url;
		const wish = v.parse(pooledQuery, Object.fromEntries(searchParams));
		const [by, find] = ['by', 'find'].map((name) => searchParams.get(name) ?? '');
		return compositionOfPool(locals.person, params.id, wish, by, find.slice(0, 200));
	});
