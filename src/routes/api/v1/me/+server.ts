import { answer } from '$lib/server/http';
import { whoAmI } from '$lib/server/people';

/** Who asks, and what they may do. */
export const GET = ({ locals }) => answer(() => Promise.resolve(whoAmI(locals.person)));
