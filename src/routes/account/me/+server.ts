import { answer, bodyOf, callerOf } from '$lib/server/http';
import { leaveMyself } from '$lib/server/inquiry';
import { leaveBody } from '$lib/server/people';

/** Ends one's own account. */
export const DELETE = (event) =>
	answer(async () => {
		await leaveMyself(event.locals.person, callerOf(event), await bodyOf(event.request, leaveBody));
		return {};
	});
