import { answer, bodyOf } from '$lib/server/http';
import { changeInquiry } from '$lib/server/inquiry/inquiry-changes';
import { sentCommand } from '$lib/server/inquiry/command-schema';

export const POST = ({ locals, params, request }) =>
	answer(async () => {
		const { command, ...sender } = await bodyOf(request, sentCommand);
		return changeInquiry(locals.person, params.id, command, sender);
	});
