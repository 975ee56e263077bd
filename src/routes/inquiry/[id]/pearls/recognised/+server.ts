import { answer, bodyOf } from '$lib/server/http';
import { citationsBody, recognise } from '$lib/server/reading';

/** Which records a text of citations is about; nothing is changed. */
export const POST = ({ locals, params, request }) =>
	answer(async () => recognise(locals.person, params.id, (await bodyOf(request, citationsBody)).text));
