import { answer } from '$lib/server/http';
import { usesOf } from '$lib/server/vocabulary/subject-indexes';

export const GET = ({ locals, params }) => answer(() => usesOf(locals.person, params.code));
