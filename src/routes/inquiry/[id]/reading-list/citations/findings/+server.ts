import * as v from 'valibot';
import { answer } from '$lib/server/http';
import { checkedQuery, checkList } from '$lib/server/reading';

/** What is probably wrong with the citations of the list. */
export const GET = ({ locals, params, url }) =>
	answer(() =>
		checkList(locals.person, params.id, v.parse(checkedQuery, Object.fromEntries(url.searchParams)))
	);
