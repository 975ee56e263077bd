import { answer } from '$lib/server/http';
import { startRecordImport } from '$lib/server/jobs/jobs';

export const PUT = ({ locals, params, request }) =>
	answer(async () => {
		const length = request.headers.get('content-length');
		const job = await startRecordImport(locals.person, {
			indexCode: params.code,
			contentType: request.headers.get('content-type') ?? '',
			length: length === null ? undefined : Number(length),
			body: request.body
		});
		return { job };
	}, 202);
