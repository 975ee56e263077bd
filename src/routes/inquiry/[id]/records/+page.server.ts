import * as v from 'valibot';
import { forPage } from '$lib/server/http';
import { recordSheet } from '$lib/server/records';
import { listRuns, runPage } from '$lib/server/runs';
import { resultPage, SORTS } from '$lib/server/search';

const PAGE = 40;
const whole = v.fallback(v.pipe(v.string(), v.regex(/^\d{1,9}$/), v.transform(Number)), -1);

export const load = ({ locals, params, url, parent }) =>
	forPage(async () => {
		const { state } = await parent();
		const { person } = locals;
		const { indexes } = state.inquiry.about;
		const asked = url.searchParams.get('index') ?? '';
		const code = indexes.includes(asked) ? asked : indexes[0];
		const sort = v.parse(v.fallback(v.picklist(SORTS), 'relevance'), url.searchParams.get('sort'));
		const number = v.parse(whole, url.searchParams.get('run') ?? '');
		const offset = Math.max(0, v.parse(whole, url.searchParams.get('from') ?? ''));
		const record = url.searchParams.get('record');
		if (code === undefined)
			return { code, page: undefined, sheet: undefined, run: undefined, sort, faults: [] };
		const wanted = { sort, offset, limit: PAGE };
		const [found, runs] = await Promise.all([
			number > 0 ? runPage(person, params.id, number, wanted) : resultPage(person, params.id, code, wanted),
			number > 0 ? listRuns(person, params.id) : []
		]);
		const shown = 'indexCode' in found ? found.indexCode : code;
		// The first of the list is open unless another is asked for.
		const key = record ?? found.records[0]?.id;
		return {
			code: shown,
			sort,
			run: runs.find((run) => run.number === number),
			page: { count: found.count, offset: found.offset, records: found.records, size: PAGE },
			faults: 'faults' in found ? found.faults : [],
			sheet: key === undefined ? undefined : await recordSheet(person, shown, key)
		};
	});
