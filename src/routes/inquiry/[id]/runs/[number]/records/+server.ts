import { answer, queryOf, numberOf } from '$lib/server/http';
import { runPage } from '$lib/server/runs';
import { pageOfResults } from '$lib/server/search';

export const GET = ({ locals, params, url }) =>
	answer(() =>
		runPage(locals.person, params.id, numberOf(params.number, 'a run'), queryOf(url, pageOfResults))
	);
