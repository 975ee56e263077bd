import { answer } from '$lib/server/http';
import { amongOf, overlapOf } from '$lib/server/reading';

/** How runs, the lines of a block or the blocks of a strategy overlap. */
export const GET = ({ locals, params, url }) =>
	answer(() =>
		overlapOf(locals.person, params.id, params.code, amongOf(url.searchParams.get('among') ?? ''))
	);
