import { exportCrosswalk } from '$lib/server/crosswalk';
import { answer } from '$lib/server/http';

export const GET = ({ locals, params }) =>
	answer(() => exportCrosswalk(locals.person, params.id, params.format));
