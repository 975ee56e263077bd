import { apiIndex } from '$lib/server/http/api-answers';
import { answer } from '$lib/server/http';
import { removeIndex } from '$lib/server/vocabulary/subject-indexes';

export const DELETE = ({ locals, params }) =>
	answer(async () => apiIndex(await removeIndex(locals.person, params.code)));
