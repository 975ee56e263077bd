import { answer } from '$lib/server/http';
import { namesReadOf } from '$lib/server/reading';

/** How far the records of an index are read for whom they name; nothing while they are not. */
export const GET = ({ locals, params }) =>
	answer(() => Promise.resolve(namesReadOf(locals.person, params.code) ?? null));
