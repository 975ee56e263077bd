import * as v from 'valibot';
import { answer, bodyOf } from '$lib/server/http';
import { setInquiryState } from '$lib/server/inquiry';

const body = v.pipe(
	v.strictObject({ archived: v.optional(v.boolean()), removed: v.optional(v.boolean()) }),
	v.check((fields) => Object.keys(fields).length > 0, 'Say what is to change: archived or removed.')
);

export const PATCH = ({ locals, params, request }) =>
	answer(async () => {
		await setInquiryState(locals.person, params.id, await bodyOf(request, body));
		return {};
	});
