import { answer, bodyOf, callerOf, signed } from '$lib/server/http';
import { changeBody, changePassword } from '$lib/server/people';

/** Change password, by the present one. */
export const PUT = (event) =>
	answer(async () => signed(await changePassword(callerOf(event), await bodyOf(event.request, changeBody))));
