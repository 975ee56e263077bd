import { answer, bodyOf } from '$lib/server/http';
import { trialBody } from '$lib/server/inquiry';
import { pearlsOfStrategy } from '$lib/server/reading';

/** What the strategy of an index does to the pearls, and what a try would do; nothing is carried out. */
export const POST = ({ locals, params, request }) =>
	answer(async () => {
		const { commands } = await bodyOf(request, trialBody);
		return pearlsOfStrategy(locals.person, params.id, params.code, commands);
	});
