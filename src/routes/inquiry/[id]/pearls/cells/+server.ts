import { answer } from '$lib/server/http';
import { pearlsByCell } from '$lib/server/reading';

/** What each cell catches of the pearls. */
export const GET = ({ locals, params }) => answer(() => pearlsByCell(locals.person, params.id));
