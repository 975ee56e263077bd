import { answer, bodyOf, callerOf } from '$lib/server/http';
import { confirm, keyBody } from '$lib/server/people';

/** Confirms an address. */
export const POST = (event) =>
	answer(async () => {
		const { key } = await bodyOf(event.request, keyBody);
		await confirm(callerOf(event), key);
		return {};
	});
