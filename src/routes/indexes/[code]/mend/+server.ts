import { answer, bodyOf } from '$lib/server/http';
import { mendingBody, startMending } from '$lib/server/vocabulary';

export const POST = ({ locals, params, request }) =>
	answer(async () => ({
		job: await startMending(locals.person, params.code, await bodyOf(request, mendingBody))
	}));
