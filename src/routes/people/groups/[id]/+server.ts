import { answer } from '$lib/server/http';
import { removeGroup } from '$lib/server/people';

/** Removes a group. */
export const DELETE = ({ locals, params }) =>
	answer(async () => {
		await removeGroup(locals.person, params.id);
		return {};
	});
