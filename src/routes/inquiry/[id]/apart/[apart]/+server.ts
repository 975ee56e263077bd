import { answer } from '$lib/server/http';
import { endReview } from '$lib/server/inquiry';

export const DELETE = ({ locals, params }) =>
	answer(async () => {
		await endReview(locals.person, params.id, params.apart);
		return {};
	});
