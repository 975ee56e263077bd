import { answer, bodyOf } from '$lib/server/http';
import { changePrices, changePricesBody } from '$lib/server/search';

/** What each of some changes would make the strategy find; nothing is carried out. */
export const POST = ({ locals, params, request }) =>
	answer(async () => {
		const { tried, each } = await bodyOf(request, changePricesBody);
		return changePrices(locals.person, params.id, params.code, tried, each);
	});
