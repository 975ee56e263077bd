import { answer, bodyOf } from '$lib/server/http';
import { fromWindow, stepBackOrForth } from '$lib/server/inquiry';

export const POST = ({ locals, params, request }) =>
	answer(async () =>
		stepBackOrForth(locals.person, params.id, 'redo', (await bodyOf(request, fromWindow)).client)
	);
