import { answer, bodyOf } from '$lib/server/http';
import { takenRecords, takeRecords } from '$lib/server/reading';

/** Puts some records on the reading list. */
export const POST = ({ locals, params, request }) =>
	answer(async () => {
		const { records, ...how } = await bodyOf(request, takenRecords);
		return takeRecords(locals.person, params.id, records, how);
	}, 201);
