import { answer } from '$lib/server/http';
import { leaveInquiry } from '$lib/server/inquiry';

/** Leaves an inquiry of others. */
export const DELETE = ({ locals, params }) =>
	answer(async () => {
		await leaveInquiry(locals.person, params.id);
		return {};
	});
