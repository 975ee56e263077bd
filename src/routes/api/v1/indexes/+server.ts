import { apiIndex } from '$lib/server/http/api-answers';
import { answer, bodyOf } from '$lib/server/http';
import { createIndex, listIndexes } from '$lib/server/vocabulary/subject-indexes';
import { newIndex } from '$lib/server/vocabulary/subject-index-schema';

export const GET = ({ locals }) => answer(async () => (await listIndexes(locals.person)).map(apiIndex));

export const POST = ({ locals, request }) =>
	answer(async () => apiIndex(await createIndex(locals.person, await bodyOf(request, newIndex))), 201);
