import * as v from 'valibot';
import { forPage } from '$lib/server/http';
import { chosenIndexes } from '$lib/server/inquiry';
import { listRuns } from '$lib/server/runs';
import { askedOf, readRecords } from '$lib/server/reading';
import { SORTS } from '$lib/server/search';

const PAGE = 40;
const VIEWS = ['list', 'composition', 'headings', 'words'] as const;
const whole = v.fallback(v.pipe(v.string(), v.regex(/^\d{1,9}$/), v.transform(Number)), -1);
const number = (text: string | null) => v.parse(whole, text ?? '');

export const load = ({ locals, params, url }) =>
	forPage(async () => {
		const { person } = locals;
		const indexes = await chosenIndexes(person, params.id);
		const index = url.searchParams.get('index') ?? '';
		const code = indexes.includes(index) ? index : indexes[0];
		const sort = v.parse(
			v.fallback(v.optional(v.picklist(SORTS)), undefined),
			url.searchParams.get('sort') ?? undefined
		);
		const view = v.parse(v.fallback(v.picklist(VIEWS), 'list'), url.searchParams.get('view'));
		if (code === undefined) return { code, sort: sort ?? 'relevance', view };
		const asked = askedOf(url);
		const wanted = {
			sort,
			offset: Math.max(0, number(url.searchParams.get('from'))),
			limit: view === 'list' ? PAGE : 0,
			record: view === 'list' ? url.searchParams.get('record') : null
		};
		const [found, runs] = await Promise.all([
			readRecords(person, params.id, code, asked, wanted),
			asked.run === undefined ? [] : listRuns(person, params.id)
		]);
		return { view, size: PAGE, run: runs.find((line) => line.number === asked.run), ...found };
	});
