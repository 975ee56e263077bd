import { answer } from '$lib/server/http';
import { uploadOf } from '$lib/server/jobs';
import { removeMappings, startMappingImport } from '$lib/server/vocabulary';

export const PUT = ({ locals, params, request }) =>
	answer(
		async () => ({ job: await startMappingImport(locals.person, params.name, uploadOf('', request)) }),
		202
	);

export const DELETE = ({ locals, params }) =>
	answer(async () => {
		await removeMappings(locals.person, params.name);
		return { removed: params.name };
	});
