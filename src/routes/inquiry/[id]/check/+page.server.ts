import { forPage } from '$lib/server/http';
import { checkOfAll } from '$lib/server/reading';

export const load = ({ locals, params }) =>
	forPage(async () => ({ checks: await checkOfAll(locals.person, params.id) }));
