import * as v from 'valibot';
import { answer, queryOf } from '$lib/server/http';
import { compareRuns } from '$lib/server/runs';

const number = v.pipe(v.string(), v.regex(/^\d{1,9}$/), v.transform(Number));
const query = v.object({ a: number, b: number });

export const GET = ({ locals, params, url }) =>
	answer(() => {
		const { a, b } = queryOf(url, query);
		return compareRuns(locals.person, params.id, a, b);
	});
