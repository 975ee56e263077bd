import { answer } from '$lib/server/http';
import { takeBackInvitation } from '$lib/server/people';

/** Takes an invitation back. */
export const DELETE = ({ locals, params }) =>
	answer(async () => {
		await takeBackInvitation(locals.person, params.id);
		return {};
	});
