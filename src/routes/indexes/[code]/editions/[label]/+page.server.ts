import * as v from 'valibot';
import { browseEdition } from '$lib/server/browse';
import { forPage, queryOf } from '$lib/server/http';
import { listEditions, listIndexes } from '$lib/server/vocabulary';

const query = v.object({
	q: v.optional(v.pipe(v.string(), v.maxLength(200))),
	heading: v.optional(v.pipe(v.string(), v.maxLength(2_000)))
});

export const load = ({ locals: { person }, params: { code, label }, url }) =>
	forPage(async () => {
		const asked = queryOf(url, query);
		const [view, editions, indexes] = await Promise.all([
			browseEdition(person, code, label, asked),
			listEditions(person, code),
			listIndexes(person)
		]);
		return {
			view,
			typed: asked.q ?? '',
			edition: editions.find((one) => one.label === label),
			index: indexes.find((one) => one.code === code)
		};
	});
