import { answer } from '$lib/server/http';
import { askedOf, phrasesOfResult } from '$lib/server/reading';

/** Words and phrases that a result has more often than its index. */
export const GET = ({ locals, params, url }) =>
	answer(() => phrasesOfResult(locals.person, params.id, params.code, askedOf(url)));
