import { randomUUID } from 'node:crypto';
import * as v from 'valibot';
import { answer, bodyOf } from '$lib/server/http';
import { createInquiry, listInquiries } from '$lib/server/inquiry/inquiries';
import { inquiryDocument } from '$lib/server/inquiry/document-schema';
import { importInquiry } from '$lib/server/inquiry/inquiry-document';
import { newInquiry } from '$lib/server/inquiry/command-schema';

export const GET = ({ locals }) => answer(() => listInquiries(locals.person));

/** Begins an inquiry with a title and a question, or takes a whole one in. */
export const POST = ({ locals, request }) =>
	answer(async () => {
		const body = await bodyOf(request, v.looseObject({ format: v.optional(v.string()) }));
		const id =
			body.format === undefined
				? await createInquiry(locals.person, { id: randomUUID(), ...v.parse(newInquiry, body) })
				: await importInquiry(locals.person, v.parse(inquiryDocument(), body));
		return { id };
	}, 201);
