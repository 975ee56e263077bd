import { forPage } from '$lib/server/http';
import { historyOf } from '$lib/server/inquiry';
import { pearlsOfRuns } from '$lib/server/reading';
import { listRuns } from '$lib/server/runs';

export const load = ({ locals, params }) =>
	forPage(async () => {
		const [history, runs, pearls] = await Promise.all([
			historyOf(locals.person, params.id),
			listRuns(locals.person, params.id),
			pearlsOfRuns(locals.person, params.id)
		]);
		return { ...history, runs, pearls };
	});
