import { json } from '@sveltejs/kit';
import { ServiceError } from '$lib/server/errors';
import { answer, bodyOf } from '$lib/server/http';
import { parseBody, parseForIndex } from '$lib/server/search';

export const POST = ({ locals, params, request }) =>
	answer(async () => {
		const { cql } = await bodyOf(request, parseBody);
		try {
			return await parseForIndex(locals.person, params.code, cql);
		} catch (error) {
			if (!(error instanceof ServiceError) || error.code !== 'cql') throw error;
			// Position and expectation stand at the top, where a script looks for them.
			const { message, details } = error;
			return json({ ...(details as object), error: { code: 'cql', message, details } }, { status: 422 });
		}
	});
