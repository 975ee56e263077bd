import { apiRecord } from '$lib/server/http';
import { answer } from '$lib/server/http';
import { recordSheet } from '$lib/server/records';

export const GET = ({ locals, params }) =>
	answer(async () => apiRecord(await recordSheet(locals.person, params.code, params.id)));
