import { answer } from '$lib/server/http';
import { pearlsOf } from '$lib/server/reading';

/** How the pearls of an inquiry stand, index by index. */
export const GET = ({ locals, params }) => answer(() => pearlsOf(locals.person, params.id));
