import { randomUUID } from 'node:crypto';
import * as v from 'valibot';
import { answer, bodyOf } from '$lib/server/http';
import { createInquiry, importInquiry, listInquiries, newInquiry } from '$lib/server/inquiry';

export const GET = ({ locals }) => answer(() => listInquiries(locals.person));

/** Begins an inquiry with a title and a question, or takes a whole one in. */
export const POST = ({ locals, request }) =>
	answer(async () => {
		const body = await bodyOf(request, v.looseObject({ format: v.optional(v.string()) }));
		const id =
			body.format === undefined
				? await createInquiry(locals.person, { id: randomUUID(), ...v.parse(newInquiry, body) })
				: await importInquiry(locals.person, body);
		return { id };
	}, 201);
