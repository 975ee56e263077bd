import { crosswalkFacts } from '$lib/server/crosswalk/crosswalk-facts';
import { answer } from '$lib/server/http';

export const GET = ({ locals, params }) => answer(() => crosswalkFacts(locals.person, params.id));
