import { forPage } from '$lib/server/http';
import { messagesOf } from '$lib/server/inquiry';

export const load = ({ locals, params }) =>
	forPage(async () => ({ messages: await messagesOf(locals.person, params.id) }));
