import { answer } from '$lib/server/http';
import { askedOf, keepResult } from '$lib/server/reading';

/** Keeps the result that the address names as a run. */
export const POST = ({ locals, params, url }) =>
	answer(() => keepResult(locals.person, params.id, params.code, askedOf(url)), 201);
