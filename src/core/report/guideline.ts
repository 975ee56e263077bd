/**
 * The sixteen items of the published reporting guideline for literature searches (PRISMA-S, Rethlefsen and others,
 * Systematic Reviews 10:39, 2021), each with what the data of an inquiry says of it.
 */
import type { Line } from './document';
import type { ReportFacts } from './report-facts';

export interface GuidelineItem {
	id: string;
	name: string;
	/** What is to be reported, asked of the person who has to say it. */
	asks: string;
	/** What the data says; undefined where only a person can. */
	says?: (facts: ReportFacts) => Line | undefined;
}

const list = (parts: readonly string[]) =>
	parts.length < 2 ? parts.join('') : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}`;
const day = (at: string) => at.slice(0, 10);
const runTo = (number: number) => ({ text: `run ${number}`, to: `#run-${number}` });

export const GUIDELINE: GuidelineItem[] = [
	{
		id: 'name',
		name: 'Names of the databases',
		asks: 'Which indexes were searched, and through which service?',
		says: ({ indexes }) =>
			indexes.length > 0
				? `${list(indexes.map(({ name, edition }) => `${name}${edition ? ` (headings of edition ${edition})` : ''}`))}, searched in Oakmoss.`
				: undefined
	},
	{
		id: 'together',
		name: 'Several databases at once',
		asks: 'Were several indexes searched at once through one service? Which?',
		says: ({ runs }) =>
			runs.length > 1
				? 'Each index was searched by itself, with its own headings; the results were joined afterwards.'
				: runs.length === 1
					? 'One index was searched.'
					: undefined
	},
	{ id: 'registries', name: 'Registries of studies', asks: 'Which registries of studies were searched?' },
	{
		id: 'browsing',
		name: 'Sources read on line or in print',
		asks: 'Which web sites, tables of contents or volumes were gone through, and how?'
	},
	{
		id: 'citations',
		name: 'Following citations',
		asks: 'Were citations followed, forwards or back, from which works, and with what?'
	},
	{ id: 'contacts', name: 'People asked', asks: 'Were authors, experts or makers asked for more?' },
	{ id: 'other', name: 'Other ways', asks: 'How else was anything found?' },
	{
		id: 'strategies',
		name: 'Full strategies',
		asks: 'Where are the strategies, exactly as they were run?',
		says: ({ runs }) =>
			runs.length > 0
				? [
						'They stand below exactly as they were run: ',
						...runs.flatMap(({ number }, i) => [...(i > 0 ? [', '] : []), runTo(number)]),
						'.'
					]
				: undefined
	},
	{
		id: 'limits',
		name: 'Limits',
		asks: 'Which limits were set, and why?',
		says: ({ runs }) => {
			if (runs.length === 0) return undefined;
			const limited = runs.filter(({ limits }) => limits.length > 0);
			if (limited.length === 0) return 'No limits were set.';
			return limited.flatMap(({ number, limits }, i) => [
				...(i > 0 ? ['; '] : []),
				runTo(number),
				`: ${limits.map(({ says, removes }) => `${says} (removed ${removes.toLocaleString('en')})`).join(', ')}`
			]);
		}
	},
	{
		id: 'filters',
		name: 'Published filters',
		asks: 'Was a published search filter used, as published or changed? Cite it.'
	},
	{
		id: 'prior',
		name: 'Earlier searches',
		asks: 'Was a strategy of an earlier review used, and whose?'
	},
	{
		id: 'updates',
		name: 'Updates',
		asks: 'How was the search kept up to date: alerts, or runs made again?',
		says: ({ runs }) =>
			runs.length > 0
				? `The last run was made on ${runs
						.map(({ at }) => day(at))
						.sort()
						.at(-1)}.`
				: undefined
	},
	{
		id: 'dates',
		name: 'Dates of the searches',
		asks: 'When was each index searched last?',
		says: ({ runs, indexes }) =>
			runs.length > 0
				? `${list(runs.map(({ code, at }) => `${indexes.find((index) => index.code === code)?.name ?? code} on ${day(at)}`))}.`
				: undefined
	},
	{
		id: 'review',
		name: 'Looked over by others',
		asks: 'Was the strategy looked over by somebody else, and by which procedure?'
	},
	{
		id: 'totals',
		name: 'Records found',
		asks: 'How many records did each index give?',
		says: ({ runs, indexes, pool }) =>
			runs.length > 0
				? [
						...runs.flatMap(({ number, code, count }, i) => [
							...(i > 0 ? [', '] : []),
							`${indexes.find((index) => index.code === code)?.name ?? code} `,
							{ text: count.toLocaleString('en'), to: `#run-${number}` }
						]),
						pool ? `; ${pool.records.toLocaleString('en')} in all.` : '.'
					]
				: undefined
	},
	{
		id: 'duplicates',
		name: 'Duplicates',
		asks: 'How were duplicates found and removed?',
		says: ({ pool }) =>
			pool && pool.of.length > 1
				? `${(pool.records - pool.works).toLocaleString('en')} were removed by Oakmoss: records of equal DOI, else of equal title and first author with years at most one apart; what a person joined or split was kept.`
				: undefined
	}
];
