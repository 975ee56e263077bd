import { forPage } from '$lib/server/http';
import { listInquiries } from '$lib/server/inquiry';
import { listLessons } from '$lib/server/teaching';

export const load = ({ locals }) =>
	forPage(async () => {
		const [lessons, inquiries] = await Promise.all([
			listLessons(locals.person),
			listInquiries(locals.person)
		]);
		return {
			lessons,
			inquiries: inquiries.map(({ id, title }) => ({ id, title }))
		};
	});
