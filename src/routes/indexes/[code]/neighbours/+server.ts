import * as v from 'valibot';
import { answer, queryOf } from '$lib/server/http';
import { neighboursBeside } from '$lib/server/reading';

const query = v.object({ record: v.pipe(v.string(), v.maxLength(2_000)) });

/** What is near a record, to stand beside it. */
export const GET = ({ locals, params, url }) =>
	answer(() => neighboursBeside(locals.person, params.code, queryOf(url, query).record));
