import { forPage } from '$lib/server/http';
import { strategyView } from '$lib/server/search';

export const load = ({ locals, params, url, parent }) =>
	forPage(async () => {
		const { state } = await parent();
		const { indexes } = state.inquiry.about;
		const asked = url.searchParams.get('index') ?? '';
		const code = indexes.includes(asked) ? asked : indexes[0];
		return { view: code === undefined ? undefined : await strategyView(locals.person, params.id, code) };
	});
