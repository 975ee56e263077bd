import * as v from 'valibot';
import { PARTINGS } from '$core/formats/record-keywords';
import { answer } from '$lib/server/http';
import { uploadOf } from '$lib/server/jobs';
import { startRecordImport } from '$lib/server/records';

const parting = v.optional(v.picklist(PARTINGS));

export const PUT = ({ locals, params, request, url }) =>
	answer(async () => {
		const by = v.parse(parting, url.searchParams.get('keywords') ?? undefined);
		return { job: await startRecordImport(locals.person, uploadOf(params.code, request), by) };
	}, 202);
