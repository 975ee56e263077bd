import * as v from 'valibot';
import { answer, bodyOf } from '$lib/server/http';
import { askFor, requestBody, whereToHave, workQuery } from '$lib/server/reading';

/** Where a record, or a work of the list, can be had. */
export const GET = ({ locals, params, url }) =>
	answer(() =>
		whereToHave(locals.person, params.id, v.parse(workQuery, Object.fromEntries(url.searchParams)))
	);

/** Asks the library for it. */
export const POST = ({ locals, params, request }) =>
	answer(async () => askFor(locals.person, params.id, await bodyOf(request, requestBody)), 201);
