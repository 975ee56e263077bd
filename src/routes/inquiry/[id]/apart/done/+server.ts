import * as v from 'valibot';
import { answer, bodyOf } from '$lib/server/http';
import { sayDone } from '$lib/server/inquiry';

const body = v.strictObject({ done: v.boolean() });

export const PUT = ({ locals, params, request }) =>
	answer(async () => {
		await sayDone(locals.person, params.id, (await bodyOf(request, body)).done);
		return {};
	});
