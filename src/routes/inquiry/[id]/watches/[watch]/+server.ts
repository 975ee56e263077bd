import { answer, bodyOf } from '$lib/server/http';
import { changeWatch, looked, removeWatch, watchChange } from '$lib/server/keeping';

export const PATCH = ({ locals, params, request }) =>
	answer(async () => changeWatch(locals.person, params.watch, await bodyOf(request, watchChange)));

/** What was found has been looked at. */
export const POST = ({ locals, params }) =>
	answer(async () => {
		await looked(locals.person, params.watch);
		return { looked: params.watch };
	});

export const DELETE = ({ locals, params }) =>
	answer(async () => {
		await removeWatch(locals.person, params.watch);
		return { removed: params.watch };
	});
