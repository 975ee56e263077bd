import { answer } from '$lib/server/http';
import { coverageOf } from '$lib/server/records/coverage';

export const GET = ({ locals, params }) => answer(() => coverageOf(locals.person, params.id));
