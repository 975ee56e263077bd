import { answer, bodyOf } from '$lib/server/http';
import { makeLink, takeBackLink } from '$lib/server/inquiry';
import { keyBody } from '$lib/server/people';

/** An address by which whoever has it may read. */
export const POST = ({ locals, params }) => answer(() => makeLink(locals.person, params.id), 201);

export const DELETE = ({ locals, params, request }) =>
	answer(async () => {
		const { key } = await bodyOf(request, keyBody);
		await takeBackLink(locals.person, params.id, key);
		return {};
	});
