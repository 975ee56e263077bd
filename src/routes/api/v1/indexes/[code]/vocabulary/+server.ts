import { answer } from '$lib/server/http';
import { startVocabularyImport } from '$lib/server/jobs/jobs';

export const PUT = ({ locals, params, request, url }) =>
	answer(async () => {
		const length = request.headers.get('content-length');
		const job = await startVocabularyImport(locals.person, {
			indexCode: params.code,
			edition: url.searchParams.get('edition') ?? '',
			contentType: request.headers.get('content-type') ?? '',
			length: length === null ? undefined : Number(length),
			body: request.body
		});
		return { job };
	}, 202);
