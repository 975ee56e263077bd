import { apiIndex } from '$lib/server/api';
import { answer } from '$lib/server/http';
import { removeIndex } from '$lib/server/indexes';

export const DELETE = ({ locals, params }) =>
	answer(async () => apiIndex(await removeIndex(locals.person, params.code)));
