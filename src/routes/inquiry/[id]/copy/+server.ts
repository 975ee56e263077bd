import { answer } from '$lib/server/http';
import { copyInquiry } from '$lib/server/inquiry';

export const POST = ({ locals, params }) =>
	answer(async () => ({ id: await copyInquiry(locals.person, params.id) }), 201);
