import * as v from 'valibot';
import { countsWithNarrower } from '$lib/server/browse';
import { answer, queryOf } from '$lib/server/http';

const query = v.object({ headings: v.pipe(v.string(), v.maxLength(20_000)) });

export const GET = ({ locals, params, url }) =>
	answer(() => countsWithNarrower(locals.person, params.code, queryOf(url, query).headings.split('\n')));
