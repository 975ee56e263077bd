import { forPage } from '$lib/server/http';
import { revisionIn } from '$lib/server/inquiry';
import { replayed } from '$lib/server/teaching';

export const load = ({ locals, params, url }) =>
	forPage(async () => {
		const at = url.searchParams.get('at');
		return { replayed: await replayed(locals.person, params.id, at ? revisionIn(at) : undefined) };
	});
