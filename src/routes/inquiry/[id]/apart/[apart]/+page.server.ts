import { forPage } from '$lib/server/http';
import { compareApart } from '$lib/server/inquiry';

export const load = ({ locals, params }) =>
	forPage(() => compareApart(locals.person, params.id, params.apart));
