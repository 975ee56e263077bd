import * as v from 'valibot';
import { suggestionsFor } from '$lib/server/crosswalk';
import { answer, queryOf } from '$lib/server/http';

const query = v.object({ concept: v.string(), index: v.string() });

export const GET = ({ locals, params, url }) =>
	answer(() => {
		const { concept, index } = queryOf(url, query);
		return suggestionsFor(locals.person, params.id, concept, index);
	});
