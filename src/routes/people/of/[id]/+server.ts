import { answer, bodyOf } from '$lib/server/http';
import { removePerson } from '$lib/server/inquiry';
import { removeBody, roleBody, setRole } from '$lib/server/people';

/** What a person may do. */
export const PUT = ({ locals, params, request }) =>
	answer(async () => {
		const { role } = await bodyOf(request, roleBody);
		await setRole(locals.person, params.id, role);
		return {};
	});

/** Ends the account of a person. */
export const DELETE = ({ locals, params, request }) =>
	answer(async () => {
		await removePerson(locals.person, params.id, await bodyOf(request, removeBody));
		return {};
	});
