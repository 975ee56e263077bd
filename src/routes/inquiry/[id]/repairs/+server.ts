import { answer } from '$lib/server/http';
import { countRepairs } from '$lib/server/keeping';

export const GET = ({ locals, params }) =>
	answer(async () => ({ repairs: await countRepairs(locals.person, params.id) }));
