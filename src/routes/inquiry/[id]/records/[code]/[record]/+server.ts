import { answer } from '$lib/server/http';
import { recordSheet } from '$lib/server/records';

export const GET = ({ locals, params }) =>
	answer(() => recordSheet(locals.person, params.code, params.record));
