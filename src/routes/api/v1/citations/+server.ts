import { answer, bodyOf } from '$lib/server/http';
import { citedRecordsBody, citeRecords } from '$lib/server/reading';

export const POST = ({ locals, request }) =>
	answer(async () => citeRecords(locals.person, await bodyOf(request, citedRecordsBody)));
