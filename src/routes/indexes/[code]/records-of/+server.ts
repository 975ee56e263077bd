import { answer } from '$lib/server/http';
import { recordsOfHeading } from '$lib/server/browse';

export const GET = ({ locals, params, url }) =>
	answer(() => recordsOfHeading(locals.person, params.code, url.searchParams.get('heading') ?? ''));
