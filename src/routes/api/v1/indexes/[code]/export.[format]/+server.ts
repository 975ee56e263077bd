import { answer } from '$lib/server/http';
import { exportVocabulary } from '$lib/server/vocabulary';

export const GET = ({ locals, params }) =>
	answer(() => exportVocabulary(locals.person, params.code, params.format));
