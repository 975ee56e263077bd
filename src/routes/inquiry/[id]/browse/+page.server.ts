import { remarksOn } from '$core/lookup';
import { forPage } from '$lib/server/http';
import { chosenIndexes } from '$lib/server/inquiry';
import { lookupInIndexes, topHeadings } from '$lib/server/browse';

export const load = ({ locals, params, url }) => {
	const asked = (url.searchParams.get('q') ?? '').trim();
	const query = asked.slice(0, 200);
	return forPage(async () => {
		const codes = await chosenIndexes(locals.person, params.id);
		if (query)
			return {
				query,
				remarks: remarksOn(asked),
				answers: await lookupInIndexes(locals.person, codes, query, 30),
				tops: []
			};
		const tops = await Promise.all(
			codes.map(async (code) => ({ code, headings: (await topHeadings(locals.person, code)).slice(0, 12) }))
		);
		return { query, remarks: [], answers: [], tops };
	});
};
