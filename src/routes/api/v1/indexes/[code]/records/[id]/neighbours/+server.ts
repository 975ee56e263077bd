import { answer } from '$lib/server/http';
import { neighboursOf } from '$lib/server/reading';

export const GET = ({ locals, params }) => answer(() => neighboursOf(locals.person, params.code, params.id));
