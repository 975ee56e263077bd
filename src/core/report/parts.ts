/** A report put together from its facts: each part says what the data says, and every number leads to its run. */
import { FIT_WORDS } from '../crosswalk';
import type { Block, Line, ReportDocument, ReportPart, Span, Table } from './document';
import { changesSince } from './changes-since';
import type { ReportFacts, ReportRun, ReportTexts } from './facts';
import { GUIDELINE } from './guideline';

/** In the order in which they stand unless told otherwise. */
export const REPORT_PARTS = [
	'question',
	'concepts',
	'indexes',
	'crosswalk',
	'rejected',
	'strategies',
	'found',
	'flow',
	'pearls',
	'checks',
	'kept',
	'changes',
	'guideline'
] as const;
export type PartName = (typeof REPORT_PARTS)[number];

export const PART_NAMES: Record<PartName, string> = {
	question: 'Question',
	concepts: 'Concepts and words',
	indexes: 'Subject indexes',
	crosswalk: 'Crosswalk',
	rejected: 'Headings rejected',
	strategies: 'Strategies',
	found: 'What was found',
	flow: 'From found to kept',
	pearls: 'Pearls',
	checks: 'Check of the strategies',
	kept: 'Works kept',
	changes: 'Since the last report',
	guideline: 'Reporting guideline'
};

export interface ReportWish {
	parts: readonly PartName[];
	texts: ReportTexts;
	/** Of the last report that was handed in. */
	last?: { number: number; on: string; facts: ReportFacts };
}

/**
 * The document of a report. The same facts and wish make the same document, but for the date.
 * @param on the day on which it is made: ISO 8601
 */
export function reportOf(facts: ReportFacts, wish: ReportWish, on: string): ReportDocument {
	const { inquiry, people } = facts;
	return {
		title: `Search report: ${inquiry.title}`,
		byline: people.length > 0 ? `Searched by ${people.join(', ')}` : 'Nobody has worked on it yet',
		made: `Made on ${on.slice(0, 10)}`,
		parts: wish.parts.map((id): ReportPart => ({ id, name: PART_NAMES[id], blocks: PARTS[id](facts, wish) }))
	};
}

const number = (count: number) => count.toLocaleString('en');
const day = (at: string) => at.slice(0, 10);
const text = (line: Line): Block => ({ kind: 'text', line });
const ofRun = (run: Pick<ReportRun, 'number'>, said: string): Span => ({
	text: said,
	to: `#run-${run.number}`
});
const indexName = ({ indexes }: ReportFacts, code: string) =>
	indexes.find((index) => index.code === code)?.name ?? code;
const NO_RUN: Block = {
	kind: 'missing',
	line: 'No strategy has been run yet. Run the strategy of each index, and choose the runs that the report is of.'
};

const PARTS: Record<PartName, (facts: ReportFacts, wish: ReportWish) => Block[]> = {
	question: ({ inquiry }) => [
		inquiry.question === ''
			? { kind: 'missing', line: 'The question has not been written down.' }
			: text(inquiry.question)
	],
	concepts: ({ concepts }) => [
		concepts.length === 0
			? { kind: 'missing', line: 'There is no concept yet.' }
			: {
					kind: 'table',
					id: 'table-concepts',
					caption: 'Concepts and the words looked for',
					columns: [{ says: 'Concept' }, { says: 'Part in the search' }, { says: 'Words' }],
					rows: concepts.map(({ name, status, words }) => [
						name,
						{ required: 'required', waiting: 'waiting, not searched', exclude: 'excluded' }[status],
						words
							.map(({ text: word, lang, capitals, offIn }) => {
								const said = [
									...(lang ? [lang] : []),
									...(capitals ? ['capitals only'] : []),
									...(offIn.length > 0 ? [`not in ${offIn.join(', ')}`] : [])
								];
								return said.length > 0 ? `${word} (${said.join('; ')})` : word;
							})
							.join(', ')
					])
				}
	],
	indexes: (facts) => [
		facts.indexes.length === 0
			? { kind: 'missing', line: 'No subject index has been chosen.' }
			: {
					kind: 'table',
					id: 'table-indexes',
					caption: 'Subject indexes searched',
					columns: [
						{ says: 'Index' },
						{ says: 'Discipline' },
						{ says: 'Edition of its headings' },
						{ says: 'Records', isNumber: true },
						{ says: 'Years' },
						{ says: 'Searched on' }
					],
					rows: facts.indexes.map(({ code, name, discipline, edition, records, years, standIn }) => {
						const run = facts.runs.find((one) => one.code === code);
						return [
							standIn ? `${name} (made up for the demo)` : name,
							discipline,
							run?.edition || edition || 'none',
							number(records),
							years ? `${years[0]} to ${years[1]}` : 'none given',
							run ? ofRun(run, day(run.at)) : 'not searched'
						];
					})
				}
	],
	crosswalk: (facts) => facts.concepts.map((concept) => crosswalkTable(facts, concept)),
	rejected: (facts) => {
		const rows = facts.cells.flatMap(({ conceptId, code, picks }) =>
			picks
				.filter(({ role }) => role === 'rejected')
				.map((pick): Line[] => [
					pick.headings.join(' together with '),
					indexName(facts, code),
					facts.concepts.find(({ id }) => id === conceptId)?.name ?? '',
					pick.note || 'no reason given'
				])
		);
		if (rows.length === 0) return [text('No heading was looked at and rejected.')];
		return [
			{
				kind: 'table',
				id: 'table-rejected',
				caption: 'Headings that were looked at and rejected',
				columns: [{ says: 'Heading' }, { says: 'Index' }, { says: 'Concept' }, { says: 'Why' }],
				rows
			}
		];
	},
	strategies: (facts) =>
		facts.runs.length === 0 ? [NO_RUN] : facts.runs.flatMap((run) => strategyBlocks(facts, run)),
	found: (facts) => {
		if (facts.runs.length === 0) return [NO_RUN];
		const { pool } = facts;
		const total = facts.runs.reduce((sum, { count }) => sum + count, 0);
		return [
			{
				kind: 'table',
				id: 'table-found',
				caption: 'Records found by each index, and works that it alone brings',
				columns: [
					{ says: 'Index' },
					{ says: 'Records', isNumber: true },
					{ says: 'Works', isNumber: true },
					{ says: 'Works only it has', isNumber: true }
				],
				rows: [
					...facts.runs.map((run): Line[] => {
						const own = pool?.of.find((one) => one.run === run.number);
						return [
							indexName(facts, run.code),
							ofRun(run, number(run.count)),
							own ? number(own.count) : 'not known',
							own ? number(own.alone) : 'not known'
						];
					}),
					['All', number(total), pool ? number(pool.works) : 'not known', '']
				]
			},
			...(pool
				? [
						text(
							`${number(pool.records - pool.works)} records were of a work that another index gave too, and are counted once: ${number(pool.works)} works remain.`
						)
					]
				: [])
		];
	},
	flow: (facts) => flowBlocks(facts),
	pearls: (facts) => {
		if (facts.pearls.length === 0) return [text('No record was marked as known to be relevant.')];
		return [
			{
				kind: 'table',
				id: 'table-pearls',
				caption: 'Records known to be relevant, and what the runs found of them',
				columns: [
					{ says: 'Index' },
					{ says: 'Known', isNumber: true },
					{ says: 'Found', isNumber: true },
					{ says: 'Relative recall', isNumber: true },
					{ says: 'Not found' }
				],
				rows: facts.pearls.map(({ run, of, missed }) => {
					const own = facts.runs.find((one) => one.number === run);
					const found = of - missed.length;
					return [
						own ? indexName(facts, own.code) : '',
						number(of),
						own ? ofRun(own, number(found)) : number(found),
						of > 0 ? `${Math.round((100 * found) / of)} %` : '',
						missed.join('; ')
					];
				})
			}
		];
	},
	checks: (facts) =>
		facts.checks.every(({ open, left }) => open.length + left.length === 0)
			? [text('The check found nothing in the strategies as they stand.')]
			: facts.checks.flatMap(({ code, open, left }): Block[] => [
					{ kind: 'heading', id: `check-${code}`, text: indexName(facts, code) },
					...(open.length > 0
						? [
								{
									kind: 'list' as const,
									items: open.map(({ text: said, effect }) =>
										effect === 0
											? said
											: `${said} (${effect > 0 ? '+' : '−'}${number(Math.abs(effect))} records)`
									)
								}
							]
						: []),
					...(left.length > 0
						? [
								{
									kind: 'list' as const,
									items: left.map(({ text: said, reason }): Line => [
										`${said} Left as it is: `,
										{ text: reason, italic: true }
									])
								}
							]
						: []),
					...(open.length + left.length === 0 ? [text('Nothing was found.')] : [])
				]),
	kept: ({ list }) =>
		list.kept.length === 0
			? [text(list.all === 0 ? 'There is no reading list.' : 'No work has been kept yet.')]
			: [
					text(`${number(list.kept.length)} works were kept, cited in the style ${list.style}.`),
					{ kind: 'list', items: list.kept }
				],
	changes: (facts, { last }) => {
		if (!last) return [text('This is the first report of this inquiry.')];
		const changes = changesSince(last.facts, facts);
		return [
			text(`Against report ${last.number}, handed in on ${day(last.on)}:`),
			changes.length > 0
				? { kind: 'list', items: changes }
				: text('Nothing that the report tells has changed.')
		];
	},
	guideline: (facts, { texts }) => [
		text(
			'The items of PRISMA-S, the published guideline for reporting literature searches, each filled from the inquiry or by its searchers.'
		),
		...GUIDELINE.flatMap(({ id, name, asks, says }, i): Block[] => {
			const own = texts[id]?.trim();
			const told = says?.(facts);
			return [
				{ kind: 'heading', id: `item-${id}`, text: `${i + 1}. ${name}` },
				...(told === undefined ? [] : [text(told)]),
				...(own ? [text(own)] : []),
				...(told === undefined && !own ? [{ kind: 'missing' as const, line: `Not said yet. ${asks}` }] : [])
			];
		})
	]
};

function crosswalkTable(facts: ReportFacts, { id, name }: ReportFacts['concepts'][number]): Table {
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

function strategyBlocks(facts: ReportFacts, run: ReportRun): Block[] {
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
			{ text: `${number(count)} records`, bold: true },
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
						: [text(`Without limits it would have found ${number(withoutLimits)} records.`)])
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

function flowBlocks(facts: ReportFacts): Block[] {
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
