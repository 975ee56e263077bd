import { answer, bodyOf } from '$lib/server/http';
import { poolBody, pooled } from '$lib/server/reading';

export const POST = ({ locals, request }) =>
	answer(async () => pooled(locals.person, await bodyOf(request, poolBody)));
