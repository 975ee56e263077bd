import { forPage } from '$lib/server/http';
import { independentReviews, participantsOf } from '$lib/server/inquiry';

export const load = ({ locals, params }) =>
	forPage(async () => {
		const [participants, aparts] = await Promise.all([
			participantsOf(locals.person, params.id),
			independentReviews(locals.person, params.id)
		]);
		return { ...participants, aparts };
	});
