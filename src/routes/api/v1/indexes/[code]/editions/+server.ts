import { answer } from '$lib/server/http';
import { listEditions } from '$lib/server/vocabulary';

export const GET = ({ locals, params }) => answer(() => listEditions(locals.person, params.code));
