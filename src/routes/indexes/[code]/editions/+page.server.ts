import { forPage, queryOf } from '$lib/server/http';
import { differenceQuery, differenceView, touchedInquiries } from '$lib/server/keeping';
import { listEditions, listIndexes } from '$lib/server/vocabulary';

export const load = ({ locals: { person }, params: { code }, url }) =>
	forPage(async () => {
		const [editions, indexes] = await Promise.all([listEditions(person, code), listIndexes(person)]);
		const asked = queryOf(url, differenceQuery);
		const current = editions.find(({ isCurrent }) => isCurrent)?.label;
		// What waits to be looked at comes first; else how the present edition came to be.
		const waiting = editions.find(({ held }) => held !== '')?.label;
		const to = asked.to ?? waiting ?? current;
		const earlier = editions.slice(editions.findIndex(({ label }) => label === to) + 1);
		const from = asked.from ?? (to === current ? earlier[0]?.label : current);
		const [difference, touched] = await Promise.all([
			from !== undefined && to !== undefined && from !== to
				? differenceView(person, code, { ...asked, from, to, typed: asked.q })
				: null,
			to === undefined ? [] : touchedInquiries(person, code, to)
		]);
		return {
			index: indexes.find((index) => index.code === code),
			editions,
			current,
			from,
			to,
			kinds: asked.kinds,
			typed: asked.q,
			most: asked.most,
			difference,
			touched
		};
	});
