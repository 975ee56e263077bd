import { forPage } from '$lib/server/http';
import { reportView } from '$lib/server/report';
import { COMMON_STYLES } from '$lib/server/records';
import { listRuns } from '$lib/server/runs';

export const load = ({ locals, params }) =>
	forPage(async () => {
		const [report, runs] = await Promise.all([
			reportView(locals.person, params.id),
			listRuns(locals.person, params.id)
		]);
		return { report, runs, styles: COMMON_STYLES };
	});
