import { answer, apiWatch, bodyOf } from '$lib/server/http';
import { listWatches, makeWatch, newWatch } from '$lib/server/keeping';

export const GET = ({ locals }) => answer(async () => (await listWatches(locals.person)).map(apiWatch));

export const POST = ({ locals, request }) =>
	answer(async () => apiWatch(await makeWatch(locals.person, await bodyOf(request, newWatch))), 201);
