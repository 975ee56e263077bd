import { forPage } from '$lib/server/http';
import { RECORD_FORMATS } from '$core/formats/record-reading';
import { FORMATS } from '$lib/server/import/parsers';
import { MOST_BYTES, MOST_SECONDS, recentJobs } from '$lib/server/import/jobs';
import { listIndexes } from '$lib/server/indexes';

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
