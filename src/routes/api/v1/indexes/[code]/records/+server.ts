import { answer } from '$lib/server/http';
import { uploadOf } from '$lib/server/jobs/uploads';
import { startRecordImport } from '$lib/server/records/record-upload';

export const PUT = ({ locals, params, request }) =>
	answer(async () => ({ job: await startRecordImport(locals.person, uploadOf(params.code, request)) }), 202);
