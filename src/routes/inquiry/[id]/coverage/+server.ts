import { answer } from '$lib/server/http';
import { figuresOf } from '$lib/server/records/coverage';

export const GET = ({ locals, params }) => answer(() => figuresOf(locals.person, params.id));
