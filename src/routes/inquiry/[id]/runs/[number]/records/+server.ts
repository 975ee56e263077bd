import { answer, queryOf } from '$lib/server/http';
import { runPage } from '$lib/server/records/runs';
import { pageOfResults } from '$lib/server/schemas';

export const GET = ({ locals, params, url }) =>
	answer(() => runPage(locals.person, params.id, Number(params.number), queryOf(url, pageOfResults)));
