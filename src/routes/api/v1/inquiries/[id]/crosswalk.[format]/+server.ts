import { exportCrosswalk } from '$lib/server/crosswalk/taking-away';
import { answer } from '$lib/server/http';

export const GET = ({ locals, params }) =>
	answer(() => exportCrosswalk(locals.person, params.id, params.format));
