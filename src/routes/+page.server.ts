import { forPage } from '$lib/server/http';
import { listIndexes } from '$lib/server/indexes';
import { listInquiries } from '$lib/server/inquiries';

export const load = ({ locals }) =>
	forPage(async () => ({
		inquiries: await listInquiries(locals.person),
		indexes: await listIndexes(locals.person)
	}));
