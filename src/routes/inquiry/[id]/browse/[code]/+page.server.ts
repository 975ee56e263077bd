import { forPage } from '$lib/server/http';
import { allowIn } from '$lib/server/inquiry';
import { currentIndex } from '$lib/server/vocabulary';

const DISPLAYS = ['hierarchical', 'alphabetical', 'permuted'] as const;
type Display = (typeof DISPLAYS)[number];

export const load = ({ locals, params, url }) =>
	forPage(async () => {
		await allowIn(locals.person, 'read', params.id);
		const { edition } = await currentIndex(params.code);
		const asked = url.searchParams.get('display');
		const display = DISPLAYS.includes(asked as Display)
			? (asked as Display)
			: edition?.hierarchical
				? 'hierarchical'
				: 'alphabetical';
		return { code: params.code, display };
	});
