import { randomUUID } from 'node:crypto';
import { answer, bodyOf } from '$lib/server/http';
import { createInquiry, listInquiries } from '$lib/server/inquiries';
import { newInquiry } from '$lib/server/schemas';

export const GET = ({ locals }) => answer(() => listInquiries(locals.person));

export const POST = ({ locals, request }) =>
	answer(async () => {
		const fields = await bodyOf(request, newInquiry);
		return { id: await createInquiry(locals.person, { id: randomUUID(), ...fields }) };
	}, 201);
