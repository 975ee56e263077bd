import { answer } from '$lib/server/http';
import { checkOf } from '$lib/server/reading';

export const GET = ({ locals, params }) => answer(() => checkOf(locals.person, params.id, params.code));
