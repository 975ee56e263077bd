import { answer } from '$lib/server/http';
import { formsOfStem } from '$lib/server/search';

export const GET = ({ locals, params, url }) =>
	answer(() => formsOfStem(locals.person, params.code, url.searchParams.get('stem') ?? ''));
