import { forPage } from '$lib/server/http';
import { findJob } from '$lib/server/jobs';
import { listIndexes } from '$lib/server/vocabulary';

export const load = ({ locals, params }) =>
	forPage(async () => {
		const [job, indexes] = await Promise.all([
			findJob(locals.person, params.job),
			listIndexes(locals.person)
		]);
		return { id: params.job, job, index: indexes.find(({ code }) => code === params.code) ?? null };
	});
