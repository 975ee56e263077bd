import * as v from 'valibot';
import { answer } from '$lib/server/http';
import { exportedList, exportList } from '$lib/server/reading';

export const GET = ({ locals, params, url }) =>
	answer(() => {
		const wish = v.parse(exportedList, Object.fromEntries(url.searchParams));
		return exportList(locals.person, params.id, params.format, wish);
	});
