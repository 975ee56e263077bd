import { answer, bodyOf, numberOf } from '$lib/server/http';
import { describeRun, runFields } from '$lib/server/runs';

export const PATCH = ({ locals, params, request }) =>
	answer(async () => {
		await describeRun(
			locals.person,
			params.id,
			numberOf(params.number, 'a run'),
			await bodyOf(request, runFields)
		);
		return {};
	});
