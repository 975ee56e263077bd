import { forPage } from '$lib/server/http';
import { lessonAtLink } from '$lib/server/teaching';

export const load = ({ locals, params }) =>
	forPage(async () => ({ lesson: await lessonAtLink(locals.person, params.key) }));
