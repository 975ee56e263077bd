import { apiHeading } from '$lib/server/http/api-answers';
import { answer } from '$lib/server/http';
import { headingSheet } from '$lib/server/browse/look-up';

export const GET = ({ locals, params }) =>
	answer(async () => apiHeading(await headingSheet(locals.person, params.code, params.id)));
