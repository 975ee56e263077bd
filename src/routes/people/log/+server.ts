import { answer, numberOf } from '$lib/server/http';
import { administratorsLog } from '$lib/server/people';

/** Entries of the administrators' log, the latest first, or those before one. */
export const GET = ({ locals, url }) =>
	answer(() => {
		const before = url.searchParams.get('before');
		return administratorsLog(
			locals.person,
			before === null ? undefined : numberOf(before, 'an entry of the log')
		);
	});
