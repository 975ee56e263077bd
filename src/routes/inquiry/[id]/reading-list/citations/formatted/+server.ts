import { answer, bodyOf } from '$lib/server/http';
import { citedList, citeList } from '$lib/server/reading';

/** Works of the list in a citation style; of many, by which job they are formatted. */
export const POST = ({ locals, params, request }) =>
	answer(async () => citeList(locals.person, params.id, await bodyOf(request, citedList)));
