import { answer } from '$lib/server/http';
import { uploadOf } from '$lib/server/jobs';
import { startRecordImport } from '$lib/server/records';

export const PUT = ({ locals, params, request }) =>
	answer(async () => ({ job: await startRecordImport(locals.person, uploadOf(params.code, request)) }), 202);
