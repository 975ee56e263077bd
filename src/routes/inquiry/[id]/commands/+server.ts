import { answer, bodyOf } from '$lib/server/http';
import { changeInquiry, sentCommand } from '$lib/server/inquiry';

export const POST = ({ locals, params, request }) =>
	answer(async () => {
		const { command, ...sender } = await bodyOf(request, sentCommand);
		return changeInquiry(locals.person, params.id, command, sender);
	});
