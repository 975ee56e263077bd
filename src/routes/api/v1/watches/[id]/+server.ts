import { answer } from '$lib/server/http';
import { removeWatch } from '$lib/server/keeping';

export const DELETE = ({ locals, params }) =>
	answer(async () => {
		await removeWatch(locals.person, params.id);
		return { removed: params.id };
	});
