import { forPage } from '$lib/server/http';
import { listIndexes } from '$lib/server/vocabulary';
import { participantsOf, readInquiry } from '$lib/server/inquiry';

export const load = ({ locals, params }) =>
	forPage(async () => {
		const [state, indexes, { role }] = await Promise.all([
			readInquiry(locals.person, params.id),
			listIndexes(locals.person),
			participantsOf(locals.person, params.id)
		]);
		return { state, indexes, role, person: locals.person?.name ?? '' };
	});
