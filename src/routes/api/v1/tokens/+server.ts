import { answer, bodyOf } from '$lib/server/http';
import { listTokens, makeToken, newToken } from '$lib/server/people';

/** One’s own tokens, without their secrets. */
export const GET = ({ locals }) => answer(() => listTokens(locals.person));

/** Makes a token; it is shown this once. */
export const POST = ({ locals, request }) =>
	answer(async () => makeToken(locals.person, await bodyOf(request, newToken)), 201);
