import { apiIndex } from '$lib/server/http';
import { answer, bodyOf } from '$lib/server/http';
import { createIndex, listIndexes, newIndex } from '$lib/server/vocabulary';

export const GET = ({ locals }) => answer(async () => (await listIndexes(locals.person)).map(apiIndex));

export const POST = ({ locals, request }) =>
	answer(async () => apiIndex(await createIndex(locals.person, await bodyOf(request, newIndex))), 201);
