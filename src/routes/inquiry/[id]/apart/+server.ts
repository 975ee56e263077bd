import { answer, bodyOf } from '$lib/server/http';
import { reviewBody, beginReview } from '$lib/server/inquiry';

export const POST = ({ locals, params, request }) =>
	answer(async () => beginReview(locals.person, params.id, await bodyOf(request, reviewBody)), 201);
