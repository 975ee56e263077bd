import { answer, bodyOf, callerOf, signed } from '$lib/server/http';
import { acceptInvitation, welcomeBody } from '$lib/server/people';

/** Makes the account that an invitation is for. */
export const POST = (event) =>
	answer(async () =>
		signed(await acceptInvitation(callerOf(event), await bodyOf(event.request, welcomeBody)))
	);
