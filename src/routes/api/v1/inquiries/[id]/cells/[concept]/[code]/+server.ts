import { answer, bodyOf } from '$lib/server/http';
import { setCell } from '$lib/server/crosswalk/setting-cells';
import { cellBody } from '$lib/server/crosswalk/cell-schema';

export const PUT = ({ locals, params, request }) =>
	answer(async () =>
		setCell(
			locals.person,
			{ inquiry: params.id, concept: params.concept, index: params.code },
			await bodyOf(request, cellBody)
		)
	);
