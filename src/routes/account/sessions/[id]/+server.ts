import { answer, callerOf } from '$lib/server/http';
import { endSession } from '$lib/server/people';

/** Ends a session of one's own. */
export const DELETE = (event) =>
	answer(async () => {
		await endSession(callerOf(event), event.params.id);
		return {};
	});
