import { answer, bodyOf } from '$lib/server/http';
import { cellBody, setCell } from '$lib/server/crosswalk';

export const PUT = ({ locals, params, request }) =>
	answer(async () =>
		setCell(
			locals.person,
			{ inquiry: params.id, concept: params.concept, index: params.code },
			await bodyOf(request, cellBody)
		)
	);
