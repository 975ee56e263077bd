import { answer, callerOf, signed } from '$lib/server/http';
import { beginSingleSignOn } from '$lib/server/people';

/** Begins signing in with whoever vouches for people. */
export const POST = (event) => answer(async () => signed(await beginSingleSignOn(callerOf(event))));
