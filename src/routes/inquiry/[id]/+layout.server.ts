import { forPage } from '$lib/server/http';
import { listIndexes } from '$lib/server/vocabulary';
import { readInquiry } from '$lib/server/inquiry';

export const load = ({ locals, params }) =>
	forPage(async () => {
		const [state, indexes] = await Promise.all([
			readInquiry(locals.person, params.id),
			listIndexes(locals.person)
		]);
		return { state, indexes, person: locals.person?.name ?? '' };
	});
