import { crosswalkFacts } from '$lib/server/crosswalk';
import { answer } from '$lib/server/http';

export const GET = ({ locals, params }) => answer(() => crosswalkFacts(locals.person, params.id));
