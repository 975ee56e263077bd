import { answer, bodyOf } from '$lib/server/http';
import { participantsBody, participantsOf, setParticipants } from '$lib/server/inquiry';

/** Who takes part in an inquiry. */
export const GET = ({ locals, params }) => answer(() => participantsOf(locals.person, params.id));

/** Who takes part from now on. */
export const PUT = ({ locals, params, request }) =>
	answer(async () => setParticipants(locals.person, params.id, await bodyOf(request, participantsBody)));
