import { answer, apiComposition, bodyOf } from '$lib/server/http';
import { compositionBody, compositionOf } from '$lib/server/reading';

export const POST = ({ locals, params, request }) =>
	answer(async () =>
		apiComposition(await compositionOf(locals.person, params.code, await bodyOf(request, compositionBody)))
	);
