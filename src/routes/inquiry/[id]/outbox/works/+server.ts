import { answer, bodyOf } from '$lib/server/http';
import { sendWorks, sentBody } from '$lib/server/reading';

/** Works of the list as a message. */
export const POST = ({ locals, params, request }) =>
	answer(async () => sendWorks(locals.person, params.id, await bodyOf(request, sentBody)), 201);
