import { answer, bodyOf } from '$lib/server/http';
import { leaveForGood } from '$lib/server/inquiry';
import { removeBody } from '$lib/server/people';

/** Ends one's own account. */
export const DELETE = ({ locals, request }) =>
	answer(async () => {
		await leaveForGood(locals.person, locals.person?.id ?? '', await bodyOf(request, removeBody));
		return {};
	});
