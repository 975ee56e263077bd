import { answer, bodyOf } from '$lib/server/http';
import { limitPrices, limitPricesBody } from '$lib/server/search';

/** The values of a limit within what the strategy finds; nothing is carried out. */
export const POST = ({ locals, params, request }) =>
	answer(async () => {
		const { tried, field } = await bodyOf(request, limitPricesBody);
		return limitPrices(locals.person, params.id, params.code, tried, field);
	});
