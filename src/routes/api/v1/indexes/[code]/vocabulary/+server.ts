import { answer } from '$lib/server/http';
import { uploadOf } from '$lib/server/jobs';
import { startVocabularyImport } from '$lib/server/vocabulary';

export const PUT = ({ locals, params, request, url }) =>
	answer(async () => {
		const edition = url.searchParams.get('edition') ?? '';
		const current = url.searchParams.get('current') ?? undefined;
		const upload = { ...uploadOf(params.code, request), edition, current };
		return { job: await startVocabularyImport(locals.person, upload) };
	}, 202);
