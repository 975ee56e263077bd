import { answer } from '$lib/server/http';
import { messageFile, withdrawMessage } from '$lib/server/inquiry';

/** The message as a file of mail. */
export const GET = ({ locals, params }) =>
	answer(() => messageFile(locals.person, params.id, params.message));

/** Takes it back. */
export const DELETE = ({ locals, params }) =>
	answer(async () => {
		await withdrawMessage(locals.person, params.id, params.message);
		return {};
	});
