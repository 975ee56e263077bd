import { forPage } from '$lib/server/http';
import { listIndexes } from '$lib/server/vocabulary';
import { lessonStrip } from '$lib/server/teaching';
import { reviewOfCopy, namesOf, participantsOf, readInquiry } from '$lib/server/inquiry';

export const load = ({ locals, params }) =>
	forPage(async () => {
		const [state, indexes, { role, people }, named, apart, lesson] = await Promise.all([
			readInquiry(locals.person, params.id),
			listIndexes(locals.person),
			participantsOf(locals.person, params.id),
			namesOf(locals.person, params.id),
			reviewOfCopy(locals.person, params.id),
			lessonStrip(locals.person, params.id)
		]);
		// Whoever takes part, and whoever did and is named beside what they said.
		const others = Object.entries(named).flatMap(([id, name]) =>
			people.some((one) => one.id === id) ? [] : [{ id, name }]
		);
		// A link shows its inquiry and what this uses, not what else is here.
		const isVisitor = locals.person?.role === 'visitor';
		const used = state.inquiry.about.indexes;
		return {
			state,
			indexes: isVisitor ? indexes.filter(({ code }) => used.includes(code)) : indexes,
			role,
			apart,
			lesson,
			people: [...people.map(({ id, name }) => ({ id, name })), ...others],
			person: locals.person?.name ?? ''
		};
	});
