import { forPage } from '$lib/server/http';
import { RECORD_FORMATS } from '$core/formats/record-reading';
import { FORMATS } from '$lib/server/vocabulary/parsers';
import { MOST_SECONDS, recentJobs } from '$lib/server/jobs/jobs';
import { MOST_BYTES } from '$lib/server/jobs/uploads';
import { listIndexes } from '$lib/server/vocabulary/subject-indexes';

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
