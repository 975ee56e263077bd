import { ServiceError } from '$lib/server/errors';
import { answer } from '$lib/server/http';
import { headingsBelow } from '$lib/server/browse';

export const GET = ({ locals, params, url }) =>
	answer(async () => {
		const asked = url.searchParams.get('depth') ?? 'all';
		if (asked !== 'all' && !/^[1-9]\d{0,3}$/.test(asked))
			throw new ServiceError(400, 'invalid', 'The depth is “all” or a number from 1.');
		return headingsBelow(locals.person, params.code, params.id, asked === 'all' ? Infinity : Number(asked));
	});
