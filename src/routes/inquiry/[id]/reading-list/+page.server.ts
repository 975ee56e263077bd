import { forPage } from '$lib/server/http';
import { namesOf } from '$lib/server/inquiry';

export const load = ({ locals, params }) =>
	forPage(async () => ({ names: await namesOf(locals.person, params.id) }));
