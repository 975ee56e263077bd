import { answer } from '$lib/server/http';
import { listGroups, namesLike } from '$lib/server/people';

/** People and groups by how their names begin. */
export const GET = ({ locals, url }) =>
	answer(async () => {
		const q = url.searchParams.get('q') ?? '';
		const wanted = q.trim().toLowerCase();
		const [people, groups] = await Promise.all([namesLike(locals.person, q), listGroups(locals.person)]);
		return {
			people,
			groups: groups
				.filter(({ name }) => wanted.length > 1 && name.toLowerCase().includes(wanted))
				.map(({ id, name }) => ({ id, name }))
		};
	});
