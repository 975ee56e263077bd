import { answer, bodyOf } from '$lib/server/http';
import { pickPrices, pickPricesBody } from '$lib/server/search';

/** What the switches of a pick would make it find; nothing is changed. */
export const POST = ({ locals, params, request }) =>
	answer(async () => pickPrices(locals.person, params.code, await bodyOf(request, pickPricesBody)));
