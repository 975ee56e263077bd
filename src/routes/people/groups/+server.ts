import { answer, bodyOf } from '$lib/server/http';
import { groupBody, setGroup } from '$lib/server/people';

/** Makes a group, or says who is in one. */
export const PUT = ({ locals, request }) =>
	answer(async () => setGroup(locals.person, await bodyOf(request, groupBody)));
