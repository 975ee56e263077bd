import { answer, apiPearls } from '$lib/server/http';
import { pearlsOf } from '$lib/server/reading';

export const GET = ({ locals, params }) =>
	answer(async () => apiPearls(await pearlsOf(locals.person, params.id)));
