import * as v from 'valibot';
import { wordOffers } from '$lib/server/crosswalk';
import { answer, queryOf } from '$lib/server/http';

const query = v.object({ concept: v.string() });

export const GET = ({ locals, params, url }) =>
	answer(() => wordOffers(locals.person, params.id, queryOf(url, query).concept));
