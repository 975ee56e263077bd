import { forPage } from '$lib/server/http';
import { findsOf, listWatches, repairsFor } from '$lib/server/keeping';

export const load = ({ locals: { person }, params }) =>
	forPage(async () => {
		const [repairs, watches] = await Promise.all([
			repairsFor(person, params.id),
			listWatches(person, params.id)
		]);
		const finds = await Promise.all(watches.map(({ id }) => findsOf(person, id, { unlooked: true })));
		return { repairs, watches: watches.map((watch, i) => ({ watch, finds: finds[i] })) };
	});
