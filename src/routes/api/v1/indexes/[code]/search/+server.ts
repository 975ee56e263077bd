import { apiSearch } from '$lib/server/http';
import { answer, bodyOf } from '$lib/server/http';
import { searchBody, searchIndex } from '$lib/server/search';

export const POST = ({ locals, params, request }) =>
	answer(async () =>
		apiSearch(await searchIndex(locals.person, params.code, await bodyOf(request, searchBody)))
	);
