import * as v from 'valibot';
import { answer, queryOf } from '$lib/server/http';
import { historyOf } from '$lib/server/inquiry';

const query = v.object({
	cell: v.optional(v.pipe(v.string(), v.maxLength(300))),
	before: v.optional(v.pipe(v.string(), v.regex(/^\d{1,9}$/), v.transform(Number)))
});

export const GET = ({ locals, params, url }) =>
	answer(() => historyOf(locals.person, params.id, queryOf(url, query)));
