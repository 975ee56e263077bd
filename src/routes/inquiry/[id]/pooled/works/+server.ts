import { answer, bodyOf } from '$lib/server/http';
import { saidOfWorks, sayOfWorks } from '$lib/server/reading';

/** Joins records of different indexes as one work, splits them, or takes back what was said; it lasts. */
export const POST = ({ locals, request }) =>
	answer(async () => {
		const { records, others, same } = await bodyOf(request, saidOfWorks);
		await sayOfWorks(locals.person, records, others, same);
		return {};
	});
