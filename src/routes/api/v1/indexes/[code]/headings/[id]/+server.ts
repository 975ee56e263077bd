import { apiHeading } from '$lib/server/http';
import { answer } from '$lib/server/http';
import { headingSheet } from '$lib/server/browse';

export const GET = ({ locals, params }) =>
	answer(async () => apiHeading(await headingSheet(locals.person, params.code, params.id)));
