import { answer } from '$lib/server/http';
import { narrowerHeadings } from '$lib/server/browse';

export const GET = ({ locals, params, url }) =>
	answer(() => narrowerHeadings(locals.person, params.code, url.searchParams.get('heading') ?? ''));
