import { answer } from '$lib/server/http';
import { makeEditionCurrent, removeEdition } from '$lib/server/vocabulary';

/** Makes it the edition that is searched and browsed. */
export const PUT = ({ locals, params: { code, label } }) =>
	answer(async () => {
		await makeEditionCurrent(locals.person, code, label);
		return { current: label };
	});

export const DELETE = ({ locals, params: { code, label } }) =>
	answer(async () => {
		await removeEdition(locals.person, code, label);
		return { removed: label };
	});
