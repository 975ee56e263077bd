import { matchesByIndex } from '$lib/server/crosswalk/crosswalk-facts';
import { answer } from '$lib/server/http';

export const GET = ({ locals, params }) => answer(() => matchesByIndex(locals.person, params.id));
