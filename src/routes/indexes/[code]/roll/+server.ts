import * as v from 'valibot';
import { rollPlaceOf, rollWindow } from '$lib/server/browse';
import { answer, queryOf } from '$lib/server/http';

const whole = v.pipe(v.string(), v.regex(/^\d{1,9}$/), v.transform(Number));
const query = v.object({
	kind: v.picklist(['alphabetical', 'permuted']),
	typed: v.optional(v.pipe(v.string(), v.maxLength(200))),
	from: v.optional(whole, '0'),
	count: v.optional(v.pipe(whole, v.maxValue(1_000)), '200')
});

export const GET = ({ locals, params, url }) =>
	answer(() => {
		const { kind, typed, from, count } = queryOf(url, query);
		return typed === undefined
			? rollWindow(locals.person, params.code, kind, from, count)
			: rollPlaceOf(locals.person, params.code, kind, typed);
	});
