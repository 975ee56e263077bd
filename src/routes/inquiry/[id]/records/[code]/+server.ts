import { answer, queryOf } from '$lib/server/http';
import { resultPage } from '$lib/server/search/search';
import { pageOfResults } from '$lib/server/search/search-schema';

export const GET = ({ locals, params, url }) =>
	answer(() => resultPage(locals.person, params.id, params.code, queryOf(url, pageOfResults)));
