import { headingSheet } from '$lib/server/browse';
import { answer } from '$lib/server/http';

export const GET = ({ locals, params, url }) =>
	answer(() => headingSheet(locals.person, params.code, url.searchParams.get('heading') ?? ''));
