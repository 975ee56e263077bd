import { answer } from '$lib/server/http';
import { citedByJob } from '$lib/server/records';

/** How far the formatting is, with the citations once it has ended. */
export const GET = ({ locals, params }) => answer(() => citedByJob(locals.person, params.job));
