import { answer, bodyOf } from '$lib/server/http';
import { takeCitations, takenFile } from '$lib/server/reading';

/** Puts the works of a file of citations on the reading list. */
export const POST = ({ locals, params, request }) =>
	answer(async () => {
		const { text, ...how } = await bodyOf(request, takenFile);
		return takeCitations(locals.person, params.id, text, how);
	}, 201);
