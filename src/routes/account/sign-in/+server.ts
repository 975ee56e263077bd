import { answer, bodyOf, callerOf, signed } from '$lib/server/http';
import { signIn, signInBody } from '$lib/server/people';

/** Signs in by a password. */
export const POST = (event) =>
	answer(async () => signed(await signIn(callerOf(event), await bodyOf(event.request, signInBody))));
