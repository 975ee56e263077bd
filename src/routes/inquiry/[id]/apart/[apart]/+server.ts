import { answer } from '$lib/server/http';
import { endApart } from '$lib/server/inquiry';

export const DELETE = ({ locals, params }) =>
	answer(async () => {
		await endApart(locals.person, params.id, params.apart);
		return {};
	});
