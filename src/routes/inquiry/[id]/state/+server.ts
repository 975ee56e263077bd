import * as v from 'valibot';
import { answer, bodyOf } from '$lib/server/http';
import { setInquiryState } from '$lib/server/inquiries';

const body = v.object({ archived: v.optional(v.boolean()), removed: v.optional(v.boolean()) });

export const PATCH = ({ locals, params, request }) =>
	answer(async () => {
		await setInquiryState(locals.person, params.id, await bodyOf(request, body));
		return {};
	});
