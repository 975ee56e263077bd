import { forPage } from '$lib/server/http';
import { changedSince } from '$lib/server/keeping';

export const load = ({ locals, params, url }) =>
	forPage(async () => {
		const since = url.searchParams.get('since') ?? '7 days';
		return { asked: since, changed: await changedSince(locals.person, params.id, since) };
	});
