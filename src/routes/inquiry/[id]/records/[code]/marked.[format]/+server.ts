import { answer, queryOf } from '$lib/server/http';
import { exportRecordsNamed, markedQuery } from '$lib/server/reading';

/** Some records of an index as a file of citations. */
export const GET = ({ locals, params, url }) =>
	answer(() => {
		const { ids } = queryOf(url, markedQuery);
		return exportRecordsNamed(locals.person, params.id, params.code, ids, params.format);
	});
