import { answer, queryOf } from '$lib/server/http';
import { pageOfResults, resultPage } from '$lib/server/search';

export const GET = ({ locals, params, url }) =>
	answer(() => resultPage(locals.person, params.id, params.code, queryOf(url, pageOfResults)));
