import { answer, bodyOf } from '$lib/server/http';
import { describeRun } from '$lib/server/records/runs';
import { runFields } from '$lib/server/schemas';

export const PATCH = ({ locals, params, request }) =>
	answer(async () => {
		await describeRun(locals.person, params.id, Number(params.number), await bodyOf(request, runFields));
		return {};
	});
