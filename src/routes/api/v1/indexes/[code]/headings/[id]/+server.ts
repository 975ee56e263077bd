import { apiHeading } from '$lib/server/api';
import { answer } from '$lib/server/http';
import { headingSheet } from '$lib/server/vocabularies';

export const GET = ({ locals, params }) =>
	answer(async () => apiHeading(await headingSheet(locals.person, params.code, params.id)));
