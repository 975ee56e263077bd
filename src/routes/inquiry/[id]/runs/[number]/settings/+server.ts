import { answer, numberOf } from '$lib/server/http';
import { restoredSettings } from '$lib/server/runs';

export const GET = ({ locals, params }) =>
	answer(() => restoredSettings(locals.person, params.id, numberOf(params.number, 'a run')));
