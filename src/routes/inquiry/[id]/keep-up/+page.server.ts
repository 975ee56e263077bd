import { forPage } from '$lib/server/http';
import { repairsFor } from '$lib/server/keeping';

export const load = ({ locals, params }) =>
	forPage(async () => ({ repairs: await repairsFor(locals.person, params.id) }));
