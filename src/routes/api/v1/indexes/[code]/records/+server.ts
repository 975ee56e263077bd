import { answer } from '$lib/server/http';
import { uploadOf } from '$lib/server/jobs';
import { startRecordImport } from '$lib/server/records';

export const PUT = ({ locals, params, request, url }) =>
	answer(async () => {
		const parting = url.searchParams.get('keywords') ?? undefined;
		const whole = url.searchParams.get('whole') === 'yes';
		const upload = uploadOf(params.code, request);
		return { job: await startRecordImport(locals.person, upload, { parting, whole }) };
	}, 202);
