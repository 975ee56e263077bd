import { answer, bodyOf, callerOf } from '$lib/server/http';
import { register, registerBody } from '$lib/server/people';

/** Makes an account by somebody's own wish; the answer says nothing of who is here already. */
export const POST = (event) =>
	answer(async () => {
		await register(callerOf(event), await bodyOf(event.request, registerBody));
		return {};
	}, 202);
