import { answer } from '$lib/server/http';
import { knownFor } from '$lib/server/reading';

/** What an author, a place, a source or a funder is known for in an index. */
export const GET = ({ locals, params, url }) =>
	answer(() => {
		const [by, value] = ['by', 'value'].map((name) => url.searchParams.get(name) ?? '');
		return knownFor(locals.person, params.code, by, value.slice(0, 2_000));
	});
