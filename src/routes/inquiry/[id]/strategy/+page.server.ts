import { forPage } from '$lib/server/http';
import { chosenIndexes } from '$lib/server/inquiry';
import { strategyView } from '$lib/server/search';

export const load = ({ locals, params, url }) =>
	forPage(async () => {
		const indexes = await chosenIndexes(locals.person, params.id);
		const asked = url.searchParams.get('index') ?? '';
		const code = indexes.includes(asked) ? asked : indexes[0];
		return { view: code === undefined ? undefined : await strategyView(locals.person, params.id, code) };
	});
