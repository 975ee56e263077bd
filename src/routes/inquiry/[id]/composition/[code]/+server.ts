import * as v from 'valibot';
import { answer } from '$lib/server/http';
import { askedOf, overviewOf, valuesOf, valuesQuery } from '$lib/server/reading';

/** What a result is made of: all dimensions in short, or one of them whole. */
export const GET = ({ locals, params, url }) =>
	answer(() => {
		const asked = askedOf(url);
		if (!url.searchParams.has('by')) return overviewOf(locals.person, params.id, params.code, asked);
		const wish = v.parse(valuesQuery, Object.fromEntries(url.searchParams));
		return valuesOf(locals.person, params.id, params.code, asked, wish);
	});
