import { apiIndex } from '$lib/server/http';
import { answer } from '$lib/server/http';
import { removeIndex } from '$lib/server/vocabulary';

export const DELETE = ({ locals, params }) =>
	answer(async () => apiIndex(await removeIndex(locals.person, params.code)));
