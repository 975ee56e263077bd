import { answer, bodyOf } from '$lib/server/http';
import { askedOf, keptBody, keptCounts } from '$lib/server/reading';

/** How much of a result would be left if it were filtered so; nothing is changed. */
export const POST = ({ locals, params, request, url }) =>
	answer(async () => {
		const { each } = await bodyOf(request, keptBody);
		return keptCounts(locals.person, params.id, params.code, askedOf(url), each);
	});
