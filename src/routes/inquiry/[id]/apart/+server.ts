import { answer, bodyOf } from '$lib/server/http';
import { apartBody, decideApart } from '$lib/server/inquiry';

export const POST = ({ locals, params, request }) =>
	answer(async () => decideApart(locals.person, params.id, await bodyOf(request, apartBody)), 201);
