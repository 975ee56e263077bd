import { answer } from '$lib/server/http';
import { deliver } from '$lib/server/keeping';

export const POST = ({ locals, params }) => answer(() => deliver(locals.person, params.code));
