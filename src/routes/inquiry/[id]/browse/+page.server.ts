import { forPage } from '$lib/server/http';
import { lookupInIndexes, topHeadings } from '$lib/server/browse';

export const load = ({ locals, parent, url }) => {
	const query = (url.searchParams.get('q') ?? '').trim().slice(0, 200);
	return forPage(async () => {
		const { state } = await parent();
		const codes = state.inquiry.about.indexes;
		if (query) return { query, answers: await lookupInIndexes(locals.person, codes, query, 30), tops: [] };
		const tops = await Promise.all(
			codes.map(async (code) => ({ code, headings: (await topHeadings(locals.person, code)).slice(0, 12) }))
		);
		return { query, answers: [], tops };
	});
};
