import { answer } from '$lib/server/http';
import { figuresOf } from '$lib/server/crosswalk';

export const GET = ({ locals, params }) => answer(() => figuresOf(locals.person, params.id));
