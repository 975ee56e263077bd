import { answer, bodyOf } from '$lib/server/http';
import { lookNow, makeWatch, newWatch } from '$lib/server/keeping';

export const POST = ({ locals, params, request }) =>
	answer(async () => {
		const body = await bodyOf(request, newWatch);
		return makeWatch(locals.person, { ...body, inquiry: params.id });
	}, 201);

/** Has the watches look now. */
export const PUT = ({ locals }) => answer(async () => ({ found: await lookNow(locals.person) }));
