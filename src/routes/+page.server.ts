import { forPage } from '$lib/server/http';
import { listIndexes } from '$lib/server/vocabulary';
import { listInquiries } from '$lib/server/inquiry';

export const load = ({ locals }) =>
	forPage(async () => ({
		inquiries: await listInquiries(locals.person),
		indexes: await listIndexes(locals.person)
	}));
