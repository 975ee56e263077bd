import { answer, bodyOf } from '$lib/server/http';
import { jointBody, jointCount } from '$lib/server/search';

/** How many records carry all of some headings, and how many any. */
export const POST = ({ locals, params, request }) =>
	answer(async () => jointCount(locals.person, params.code, (await bodyOf(request, jointBody)).uris));
