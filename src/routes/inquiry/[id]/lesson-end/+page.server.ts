import { forPage } from '$lib/server/http';
import { lessonOutcome } from '$lib/server/teaching';

export const load = ({ locals, params }) =>
	forPage(async () => ({ outcome: await lessonOutcome(locals.person, params.id) }));
