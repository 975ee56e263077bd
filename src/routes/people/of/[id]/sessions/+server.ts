import { answer } from '$lib/server/http';
import { signOutPerson } from '$lib/server/people';

/** Ends every session of a person. */
export const DELETE = ({ locals, params }) =>
	answer(async () => {
		await signOutPerson(locals.person, params.id);
		return {};
	});
