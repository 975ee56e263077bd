import { answer } from '$lib/server/http';
import { usesOf } from '$lib/server/vocabulary';

export const GET = ({ locals, params }) => answer(() => usesOf(locals.person, params.code));
