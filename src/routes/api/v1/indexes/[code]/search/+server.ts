import { apiSearch } from '$lib/server/http/api-answers';
import { answer, bodyOf } from '$lib/server/http';
import { searchIndex } from '$lib/server/search/search';
import { searchBody } from '$lib/server/search/search-schema';

export const POST = ({ locals, params, request }) =>
	answer(async () =>
		apiSearch(await searchIndex(locals.person, params.code, await bodyOf(request, searchBody)))
	);
