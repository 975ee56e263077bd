import { answer } from '$lib/server/http';
import { uploadOf } from '$lib/server/jobs';
import { startRecordImport } from '$lib/server/records';

export const PUT = ({ locals, params, request, url }) =>
	answer(async () => {
		const parting = url.searchParams.get('keywords') ?? undefined;
		return { job: await startRecordImport(locals.person, uploadOf(params.code, request), parting) };
	}, 202);
