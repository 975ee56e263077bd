import { answer, bodyOf } from '$lib/server/http';
import { changeInquiry } from '$lib/server/inquiries';
import { command } from '$lib/server/schemas';

export const POST = ({ locals, params, request }) =>
	answer(async () => changeInquiry(locals.person, params.id, await bodyOf(request, command)));
