import { forPage } from '$lib/server/http';
import { apartsOf, participantsOf } from '$lib/server/inquiry';

export const load = ({ locals, params }) =>
	forPage(async () => {
		const [participants, aparts] = await Promise.all([
			participantsOf(locals.person, params.id),
			apartsOf(locals.person, params.id)
		]);
		return { ...participants, aparts };
	});
