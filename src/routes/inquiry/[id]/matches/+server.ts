import { matchesByIndex } from '$lib/server/crosswalk';
import { answer } from '$lib/server/http';

export const GET = ({ locals, params }) => answer(() => matchesByIndex(locals.person, params.id));
