import { checkWords } from '$lib/server/crosswalk';
import { answer } from '$lib/server/http';

export const GET = ({ locals, params }) => answer(() => checkWords(locals.person, params.id));
