import { answer, bodyOf } from '$lib/server/http';
import { invite, inviteBody } from '$lib/server/people';

/** Asks somebody in. */
export const POST = ({ locals, request }) =>
	answer(async () => {
		await invite(locals.person, await bodyOf(request, inviteBody));
		return {};
	}, 201);
