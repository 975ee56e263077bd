import { answer } from '$lib/server/http';
import { judgedCheck } from '$lib/server/reading';

/** The check of a strategy, with what was left as it is. */
export const GET = ({ locals, params }) => answer(() => judgedCheck(locals.person, params.id, params.code));
