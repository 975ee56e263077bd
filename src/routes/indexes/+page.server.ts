import { forPage } from '$lib/server/http';
import { RECORD_FORMATS } from '$core/formats/record-reading';
import { FORMATS, listIndexes } from '$lib/server/vocabulary';
import { MOST_BYTES, MOST_SECONDS, recentJobs } from '$lib/server/jobs';

export const load = ({ locals }) =>
	forPage(async () => {
		const [indexes, jobs] = await Promise.all([listIndexes(locals.person), recentJobs(locals.person)]);
		return {
			indexes,
			jobs,
			formats: Object.values(FORMATS),
			recordFormats: Object.values(RECORD_FORMATS),
			mostBytes: MOST_BYTES,
			mostSeconds: MOST_SECONDS
		};
	});
