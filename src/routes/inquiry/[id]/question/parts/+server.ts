import * as v from 'valibot';
import { partsOfQuestion } from '$lib/server/crosswalk';
import { answer, queryOf } from '$lib/server/http';

const query = v.object({
	text: v.pipe(v.string(), v.maxLength(2_000, 'A question can be 2,000 characters long.'))
});

/** The parts of a question that vocabularies or records know. */
export const GET = ({ locals, params, url }) =>
	answer(() => partsOfQuestion(locals.person, params.id, queryOf(url, query).text));
