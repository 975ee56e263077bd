/** A report put together from its facts: each part says what the data says, and every number leads to its run. */
import { counted } from '../text';
import type { Block, Line, ReportDocument, ReportPart } from './document';
import {
	crosswalkTable,
	day,
	flowBlocks,
	indexName,
	NO_RUN,
	number,
	ofRun,
	strategyBlocks,
	text
} from './blocks';
import { changesSince } from './changes-since';
import type { ReportFacts, ReportTexts } from './report-facts';
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
											: `${said} (${effect > 0 ? '+' : '−'}${counted(Math.abs(effect), 'record')})`
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
					text(`${counted(list.kept.length, 'work')} kept, cited in the style ${list.style}.`),
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
