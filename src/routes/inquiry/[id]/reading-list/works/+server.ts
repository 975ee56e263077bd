import * as v from 'valibot';
import { answer } from '$lib/server/http';
import { listedWorks, worksQuery } from '$lib/server/reading';

/** Works of the list in full, by their entries. */
export const GET = ({ locals, params, url }) =>
	answer(() => {
		const { ids } = v.parse(worksQuery, Object.fromEntries(url.searchParams));
		return listedWorks(locals.person, params.id, ids);
	});
