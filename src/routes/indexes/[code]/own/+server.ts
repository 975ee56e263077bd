import { answer, bodyOf } from '$lib/server/http';
import { ownBody, setOwn } from '$lib/server/vocabulary';

export const PUT = ({ locals, params, request }) =>
	answer(async () => {
		const { own } = await bodyOf(request, ownBody);
		await setOwn(locals.person, params.code, own);
		return {};
	});
