import { answer } from '$lib/server/http';
import { findJob } from '$lib/server/import/jobs';

export const GET = ({ locals, params }) => answer(() => findJob(locals.person, params.id));
