import { lanesQuery } from '$lib/server/browse';
import { throughIndexes } from '$lib/server/crosswalk';
import { answer, queryOf } from '$lib/server/http';

/** Headings of indexes where no label says what was typed, through those that know it. */
export const GET = ({ locals, params, url }) =>
	answer(() => throughIndexes(locals.person, params.id, queryOf(url, lanesQuery).q));
