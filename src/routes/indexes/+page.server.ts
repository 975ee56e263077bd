import { forPage } from '$lib/server/http';
import { RECORD_FORMATS } from '$core/formats/record-reading';
import { FORMATS, listIndexes, listMappings } from '$lib/server/vocabulary';
import { MOST_BYTES, MOST_SECONDS, recentJobs } from '$lib/server/jobs';

export const load = ({ locals }) =>
	forPage(async () => {
		const { person } = locals;
		const [indexes, jobs, mappings] = await Promise.all([
			listIndexes(person),
			recentJobs(person),
			listMappings(person)
		]);
		return {
			indexes,
			jobs,
			mappings,
			formats: Object.values(FORMATS),
			recordFormats: Object.values(RECORD_FORMATS),
			mostBytes: MOST_BYTES,
			mostSeconds: MOST_SECONDS
		};
	});
