import { answer, bodyOf } from '$lib/server/http';
import { askedOf, takenFrom, takeResult } from '$lib/server/reading';

/** Puts the result that the address names on the reading list. */
export const POST = ({ locals, params, url, request }) =>
	answer(async () => {
		const how = await bodyOf(request, takenFrom);
		return takeResult(locals.person, params.id, params.code, askedOf(url), how);
	}, 201);
