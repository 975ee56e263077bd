import { answer } from '$lib/server/http';
import { headingsOfPearls } from '$lib/server/reading';

/** The headings that pearls share, with what each would add to a concept. */
export const GET = ({ locals, params, url }) =>
	answer(() =>
		headingsOfPearls(locals.person, params.id, params.code, url.searchParams.get('concept') ?? '')
	);
