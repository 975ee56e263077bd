import { answer, bodyOf } from '$lib/server/http';
import { stepBackOrForth } from '$lib/server/inquiry/inquiry-changes';
import { fromWindow } from '$lib/server/inquiry/command-schema';

export const POST = ({ locals, params, request }) =>
	answer(async () =>
		stepBackOrForth(locals.person, params.id, 'redo', (await bodyOf(request, fromWindow)).client)
	);
