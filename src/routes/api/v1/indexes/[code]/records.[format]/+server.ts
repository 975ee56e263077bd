import { answer } from '$lib/server/http';
import { exportRecords } from '$lib/server/records';

export const GET = ({ locals, params }) =>
	answer(() => exportRecords(locals.person, params.code, params.format));
