import { answer } from '$lib/server/http';
import { jobFindingsCsv } from '$lib/server/jobs';

export const GET = ({ locals, params }) => answer(() => jobFindingsCsv(locals.person, params.job));
