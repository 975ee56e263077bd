import { error } from '@sveltejs/kit';

const DISPLAYS = ['hierarchical', 'alphabetical', 'permuted'] as const;
type Display = (typeof DISPLAYS)[number];

export const load = async ({ params, parent, url }) => {
	const { indexes } = await parent();
	const index = indexes.find(({ code }) => code === params.code);
	if (!index) error(404, { code: 'no-index', message: `There is no subject index “${params.code}”.` });
	const asked = url.searchParams.get('display');
	const display = DISPLAYS.includes(asked as Display)
		? (asked as Display)
		: index.hierarchical
			? 'hierarchical'
			: 'alphabetical';
	return { code: params.code, display };
};
