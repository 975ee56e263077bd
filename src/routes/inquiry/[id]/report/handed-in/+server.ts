import { answer } from '$lib/server/http';
import { handIn } from '$lib/server/report';

/** Keeps the report as it stands. */
export const POST = ({ locals, params }) =>
	answer(async () => ({ number: await handIn(locals.person, params.id) }), 201);
