import { forPage } from '$lib/server/http';
import { compareReviews } from '$lib/server/inquiry';

export const load = ({ locals, params }) =>
	forPage(() => compareReviews(locals.person, params.id, params.apart));
