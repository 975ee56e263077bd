import { answer, bodyOf, callerOf } from '$lib/server/http';
import { addressBody, forgotten } from '$lib/server/people';

/** Sends a link to a new password, where there is an account; the answer is the same where there is none. */
export const POST = (event) =>
	answer(async () => {
		const { email } = await bodyOf(event.request, addressBody);
		await forgotten(callerOf(event), email);
		return {};
	}, 202);
