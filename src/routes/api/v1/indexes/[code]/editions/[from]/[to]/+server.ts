import { answer, apiDifference } from '$lib/server/http';
import { differenceOfEditions } from '$lib/server/vocabulary';

export const GET = ({ locals, params: { code, from, to } }) =>
	answer(async () => apiDifference(await differenceOfEditions(locals.person, code, from, to)));
