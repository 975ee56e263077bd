import { forPage } from '$lib/server/http';
import { headingSheet } from '$lib/server/browse';

export const load = ({ locals, params }) =>
	forPage(async () => ({
		code: params.code,
		sheet: await headingSheet(locals.person, params.code, params.heading)
	}));
