import { forPage } from '$lib/server/http';
import { learnersView, ownLessonView } from '$lib/server/teaching';
import { listIndexes } from '$lib/server/vocabulary';

export const load = ({ locals, params, url }) =>
	forPage(async () => {
		const [lesson, learners, indexes] = await Promise.all([
			ownLessonView(locals.person, params.id),
			learnersView(locals.person, params.id),
			listIndexes(locals.person)
		]);
		return {
			lesson,
			learners,
			origin: url.origin,
			indexes: indexes.map(({ code, name }) => ({ code, name }))
		};
	});
