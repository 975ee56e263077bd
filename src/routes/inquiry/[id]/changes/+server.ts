import * as v from 'valibot';
import { answer, queryOf } from '$lib/server/http';
import { changesSince } from '$lib/server/inquiry';

const query = v.object({ since: v.pipe(v.string(), v.regex(/^\d{1,9}$/), v.transform(Number)) });

export const GET = ({ locals, params, url }) =>
	answer(() => changesSince(locals.person, params.id, queryOf(url, query).since));
