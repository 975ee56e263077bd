import { forPage } from '$lib/server/http';
import { RECORD_FORMATS } from '$core/formats/record-reading';
import { feedOf } from '$lib/server/keeping';
import { FORMATS, listIndexes, listMappings, waitingEditions } from '$lib/server/vocabulary';
import { MOST_BYTES, MOST_SECONDS, recentJobs } from '$lib/server/jobs';

export const load = ({ locals }) =>
	forPage(async () => {
		const { person } = locals;
		const [indexes, jobs, mappings, waiting, feed] = await Promise.all([
			listIndexes(person),
			recentJobs(person),
			listMappings(person),
			waitingEditions(person),
			feedOf(person)
		]);
		return {
			indexes,
			jobs,
			mappings,
			waiting,
			feed,
			formats: Object.values(FORMATS),
			recordFormats: Object.values(RECORD_FORMATS),
			mostBytes: MOST_BYTES,
			mostSeconds: MOST_SECONDS
		};
	});
