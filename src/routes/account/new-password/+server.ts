import { answer, bodyOf, callerOf } from '$lib/server/http';
import { renewBody, renewPassword } from '$lib/server/people';

/** Sets a new password by the key that was sent for it. */
export const POST = (event) =>
	answer(async () => {
		await renewPassword(callerOf(event), await bodyOf(event.request, renewBody));
		return {};
	});
