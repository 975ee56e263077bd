import { answer } from '$lib/server/http';
import { watchResult } from '$lib/server/keeping';
import { askedOf } from '$lib/server/reading';

/** Watches for what the result that the address names was found by. */
export const POST = ({ locals, params, url }) =>
	answer(() => watchResult(locals.person, params.id, params.code, askedOf(url)), 201);
