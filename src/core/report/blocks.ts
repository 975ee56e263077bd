/** The larger blocks of a report: a crosswalk by concept, a strategy line by line, the flow from found to kept. */
import { counted } from '../text';
import { FIT_WORDS } from '../crosswalk';
import type { Block, Line, Span, Table } from './document';
import type { ReportFacts, ReportRun } from './report-facts';

export const number = (count: number) => count.toLocaleString('en');
export const day = (at: string) => at.slice(0, 10);
export const text = (line: Line): Block => ({ kind: 'text', line });
export const ofRun = (run: Pick<ReportRun, 'number'>, said: string): Span => ({
	text: said,
	to: `#run-${run.number}`
});
export const indexName = ({ indexes }: ReportFacts, code: string) =>
	indexes.find((index) => index.code === code)?.name ?? code;
export const NO_RUN: Block = {
	kind: 'missing',
	line: 'No strategy has been run yet. Run the strategy of each index, and choose the runs that the report is of.'
};

export function crosswalkTable(facts: ReportFacts, { id, name }: ReportFacts['concepts'][number]): Table {
	return {
		kind: 'table',
		id: `crosswalk-${id}`,
		caption: `Headings for ${name}`,
		columns: [
			{ says: 'Index' },
			{ says: 'Heading' },
			{ says: 'Fit' },
			{ says: 'Searched as' },
			{ says: 'Note' },
			{ says: 'Decided by' }
		],
		rows: facts.indexes.flatMap(({ code, name: index }): Line[][] => {
			const cell = facts.cells.find((one) => one.conceptId === id && one.code === code);
			const decided = (by: string, on: string) => [by, on && day(on)].filter(Boolean).join(', ');
			const picks = (cell?.picks ?? []).filter(({ role }) => role !== 'rejected');
			if (cell?.noHeading) {
				const { tried, note, by, on } = cell.noHeading;
				const looked = tried.length > 0 ? `looked up: ${tried.join(', ')}` : '';
				return [
					[index, 'no heading here', '', '', [note, looked].filter(Boolean).join(' '), decided(by, on)]
				];
			}
			if (picks.length === 0) return [[index, 'undecided', '', '', '', '']];
			return picks.map(({ headings, fit, role, switches, note, by, on }) => [
				index,
				headings.join(' together with '),
				FIT_WORDS[fit],
				role === 'searched' ? ['searched', ...switches].join(', ') : 'recorded only',
				note,
				decided(by, on)
			]);
		})
	};
}

export function strategyBlocks(facts: ReportFacts, run: ReportRun): Block[] {
	const {
		number: n,
		name,
		note,
		at,
		by,
		edition,
		count,
		kind,
		cql,
		dialect,
		lines,
		limits,
		withoutLimits
	} = run;
	const index = indexName(facts, run.code);
	const made = {
		run: 'Run',
		combined: 'Combined from other runs',
		kept: 'Kept as it was found',
		elsewhere: 'Made in the index’s own search box'
	}[kind];
	return [
		{ kind: 'heading', id: `run-${n}`, text: `${index}, run ${n}${name ? `: ${name}` : ''}` },
		text([
			`${made} on ${day(at)} at ${at.slice(11, 16)} (UTC)${by ? ` by ${by}` : ''}${edition ? `, headings of edition ${edition}` : ''}: `,
			{ text: counted(count, 'record'), bold: true },
			`.${note ? ` ${note}` : ''}`
		]),
		...(run.isOutdated
			? [
					{
						kind: 'missing' as const,
						line: 'The crosswalk has been changed since this run: the strategy as it stands is another one.'
					}
				]
			: []),
		...(lines
			? [
					{
						kind: 'table' as const,
						id: `lines-${n}`,
						caption: `The strategy for ${index}, line by line`,
						columns: [
							{ says: 'Line', isNumber: true as const },
							{ says: 'Looked for' },
							{ says: 'Records', isNumber: true as const }
						],
						rows: lines.map(({ says, concept, count: found }, i): Line[] => [
							String(i + 1),
							concept ? [says, { text: ` ${concept}`, italic: true }] : says,
							ofRun(run, number(found))
						])
					}
				]
			: kind === 'elsewhere'
				? []
				: [text('What each line found is not told: the records of the index have changed since.')]),
		...(limits.length > 0
			? [
					{
						kind: 'table' as const,
						id: `limits-${n}`,
						caption: `Limits of the strategy for ${index}`,
						columns: [
							{ says: 'Limit' },
							{ says: 'Removed', isNumber: true as const },
							{ says: 'did not match', isNumber: true as const },
							{ says: 'not labelled', isNumber: true as const }
						],
						rows: limits.map(({ says, removes, doesNotMatch, notLabelled }): Line[] => [
							says,
							ofRun(run, number(removes)),
							number(doesNotMatch),
							number(notLabelled)
						])
					},
					...(withoutLimits === null
						? []
						: [text(`Without limits it would have found ${counted(withoutLimits, 'record')}.`)])
				]
			: []),
		...(cql
			? [
					text(kind === 'elsewhere' ? 'As it was typed:' : 'Exactly as it was run, in CQL:'),
					{ kind: 'code' as const, text: cql }
				]
			: []),
		...(dialect ? [text(`In the wording of ${index}:`), { kind: 'code' as const, text: dialect }] : [])
	];
}

export function flowBlocks(facts: ReportFacts): Block[] {
	const { pool, list, runs } = facts;
	if (!pool) return [NO_RUN];
	const dropped = list.dropped.reduce((sum, { count }) => sum + count, 0);
	const some = (count: number, says: string) => (count > 0 ? [`${number(count)} ${says}`] : []);
	return [
		{
			kind: 'flow',
			id: 'flow',
			caption: 'Records from found to kept',
			steps: [
				{
					says: 'Records found',
					count: pool.records,
					from: runs
						.filter((run) => pool.of.some((one) => one.run === run.number))
						.map((run) => [`${indexName(facts, run.code)} `, ofRun(run, number(run.count))]),
					left: some(pool.records - pool.works, 'duplicates')
				},
				{
					says: 'Works',
					count: pool.works,
					left: some(pool.works - list.found, 'not put on the reading list')
				},
				{
					says: 'On the reading list',
					count: list.all,
					from: [`${number(list.found)} from these runs`, ...some(list.all - list.found, 'from elsewhere')],
					left: [
						...list.dropped.map(
							({ reason, count }) => `${number(count)} dropped: ${reason || 'no reason given'}`
						),
						...some(list.open, 'still open')
					]
				},
				{ says: 'Kept', count: list.keep }
			]
		},
		...(list.keep + list.open + dropped === list.all
			? []
			: [{ kind: 'missing' as const, line: 'These numbers do not add up; the report should be made anew.' }])
	];
}
