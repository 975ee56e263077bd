import * as v from 'valibot';
import { forPage } from '$lib/server/http';
import { listRuns, runPage } from '$lib/server/runs';
import { openingOf, openResult, SORTS } from '$lib/server/search';

const PAGE = 40;
const whole = v.fallback(v.pipe(v.string(), v.regex(/^\d{1,9}$/), v.transform(Number)), -1);
const number = (text: string | null) => v.parse(whole, text ?? '');

export const load = ({ locals, params, url, parent }) =>
	forPage(async () => {
		const { state } = await parent();
		const { person } = locals;
		const { indexes } = state.inquiry.about;
		const asked = url.searchParams.get('index') ?? '';
		const code = indexes.includes(asked) ? asked : indexes[0];
		const sort = v.parse(v.fallback(v.picklist(SORTS), 'relevance'), url.searchParams.get('sort'));
		const run = number(url.searchParams.get('run'));
		if (code === undefined) return { code, sort };
		const wanted = {
			sort,
			offset: Math.max(0, number(url.searchParams.get('from'))),
			limit: PAGE,
			record: url.searchParams.get('record')
		};
		if (run <= 0)
			return {
				code,
				sort,
				size: PAGE,
				...(await openResult(person, params.id, code, openingOf(url), wanted))
			};
		const other = number(url.searchParams.get('beside'));
		const which = url.searchParams.get('which') === 'both' ? 'both' : 'only';
		const beside = other > 0 ? ({ run: other, which } as const) : undefined;
		const [found, runs] = await Promise.all([
			runPage(person, params.id, run, { ...wanted, beside }),
			listRuns(person, params.id)
		]);
		return { sort, size: PAGE, run: runs.find((line) => line.number === run), ...found };
	});
