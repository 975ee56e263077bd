import * as v from 'valibot';
import { answer, bodyOf } from '$lib/server/http';
import { setReviewDone } from '$lib/server/inquiry';

const body = v.strictObject({ done: v.boolean() });

export const PUT = ({ locals, params, request }) =>
	answer(async () => {
		await setReviewDone(locals.person, params.id, (await bodyOf(request, body)).done);
		return {};
	});
