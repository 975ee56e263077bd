import { lanesQuery, spokenInIndexes } from '$lib/server/browse';
import { answer, queryOf } from '$lib/server/http';
import { chosenIndexes } from '$lib/server/inquiry';

/** What the records of the chosen indexes say of what was typed. */
export const GET = ({ locals, params, url }) =>
	answer(async () => {
		const { q } = queryOf(url, lanesQuery);
		const codes = await chosenIndexes(locals.person, params.id);
		return spokenInIndexes(locals.person, codes, q);
	});
