import { answer, apiReadingList, bodyOf } from '$lib/server/http';
import { listedBody, readList, setList } from '$lib/server/reading';

export const GET = ({ locals, params }) =>
	answer(async () => apiReadingList(await readList(locals.person, params.id)));

export const PUT = ({ locals, params, request }) =>
	answer(async () => {
		await setList(locals.person, params.id, await bodyOf(request, listedBody));
		return apiReadingList(await readList(locals.person, params.id));
	});
