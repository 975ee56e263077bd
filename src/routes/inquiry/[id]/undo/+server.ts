import { answer, bodyOf } from '$lib/server/http';
import { fromWindow, undoOrRedo } from '$lib/server/inquiry';

export const POST = ({ locals, params, request }) =>
	answer(async () =>
		undoOrRedo(locals.person, params.id, 'undo', (await bodyOf(request, fromWindow)).client)
	);
