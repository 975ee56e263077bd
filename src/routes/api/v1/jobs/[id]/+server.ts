import { answer } from '$lib/server/http';
import { cancelJob, findJob } from '$lib/server/jobs';

export const GET = ({ locals, params }) => answer(() => findJob(locals.person, params.id));

export const DELETE = ({ locals, params }) => answer(() => cancelJob(locals.person, params.id));
