import { answer } from '$lib/server/http';
import { removeToken } from '$lib/server/people';

/** Removes a token; it is good for nothing from now on. */
export const DELETE = ({ locals, params }) =>
	answer(async () => {
		await removeToken(locals.person, params.id);
		return { removed: params.id };
	});
