import { suggestionsFor } from '$lib/server/crosswalk';
import { answer, apiSuggestions } from '$lib/server/http';

export const GET = ({ locals, params }) =>
	answer(async () =>
		apiSuggestions(await suggestionsFor(locals.person, params.id, params.concept, params.code))
	);
