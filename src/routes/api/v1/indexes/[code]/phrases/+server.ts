import { answer, apiPhrases, bodyOf } from '$lib/server/http';
import { phrasesBody, phrasesOf } from '$lib/server/reading';

export const POST = ({ locals, params, request }) =>
	answer(async () =>
		apiPhrases(await phrasesOf(locals.person, params.code, await bodyOf(request, phrasesBody)))
	);
