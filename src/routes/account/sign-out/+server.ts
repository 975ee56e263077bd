import { answer, bodyOf, callerOf, signed } from '$lib/server/http';
import { sessionsBody, signOut, signOutEverywhere } from '$lib/server/people';

/** Signs out, here or everywhere. */
export const POST = (event) =>
	answer(async () => {
		const { everywhere } = await bodyOf(event.request, sessionsBody);
		return signed(await (everywhere ? signOutEverywhere : signOut)(callerOf(event)));
	});
