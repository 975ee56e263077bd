/** What the word field has found, as groups of lines that can be opened. */
import type { LaneAnswer, RecordsEvidence } from '$lib/server/browse';
import type { FoundHere, RecordsFound } from '$lib/server/find';
import type { CountIn, NameLine, NamesFound } from '$lib/server/reading';
import {
	crosswalkAt,
	lanesAt,
	lineageAt,
	pooledAt,
	questionAt,
	readingListAt,
	recordsAt,
	type Place
} from '../inquiry/addresses';
import { cqlOfWords } from '$core/search';
import { reasonOf } from '../marks/reasons';
import { counted, number } from '../parts/numbers';

export interface FindLine {
	/** Where it leads. */
	at: string;
	text: string;
	/** Headings in the one voice, what people typed in quotation marks, all else plain. */
	voice: 'heading' | 'word' | 'plain';
	/** What stands behind it, quietly. */
	says: string;
	/** Of one index. */
	index?: string;
	/** How many records of each index. */
	of?: readonly CountIn[];
}

export interface FindGroup {
	name: string;
	/** How many there are, in words. */
	says: string;
	lines: FindLine[];
	/** Whether there are more than are shown. */
	hasMore: boolean;
	/** Not there yet. */
	isWaiting: boolean;
	/** Why it cannot be there. */
	fault?: string;
}

export interface FoundSoFar {
	/** By group: why it could not be asked. */
	faults: Partial<Record<'headings' | 'records' | 'names' | 'inquiry', string>>;
	headings?: LaneAnswer[];
	records?: RecordsFound;
	names?: NamesFound;
	inquiry?: FoundHere;
}

/** What the groups need of the inquiry they stand in. */
export interface FindContext {
	place: Place;
	/** How many of each are asked for. */
	limit: number;
	indexName: (code: string) => string;
	placeOfAbout: (about: string) => { says: string; at: string } | undefined;
	conceptName: (id: string) => string;
}

/** Headings shown before more are asked for, over all indexes. */
const FEW_HEADINGS = 8;
const MOST_COUNTED = 1_000;
/** Lines of a group at first, and when more are asked for. */
export const FEW_LINES = 6;
export const MOST_LINES = 50;

/** Groups in their order; those that are empty are left out, those still asked for stand as such. */
export function groupsOf(q: string, found: FoundSoFar, context: FindContext): FindGroup[] {
	const { headings, records, names, inquiry, faults } = found;
	const missing = (name: string, fault?: string): FindGroup[] => [
		{ name, says: '', lines: [], hasMore: false, isWaiting: fault === undefined, fault }
	];
	return [
		...(headings ? headingGroup(q, headings, context) : missing('Headings', faults.headings)),
		...(records ? recordGroup(q, records, context) : missing('Records', faults.records)),
		...(names ? nameGroups(names, context) : missing('People, places, sources', faults.names)),
		...(inquiry ? inquiryGroup(inquiry, context) : missing('This inquiry', faults.inquiry))
	];
}

const group = (name: string, says: string, lines: FindLine[], hasMore = false): FindGroup[] =>
	lines.length === 0 ? [] : [{ name, says, lines, hasMore, isWaiting: false }];

function headingGroup(q: string, lanes: LaneAnswer[], { place, limit, indexName }: FindContext): FindGroup[] {
	const withAny = lanes.filter(({ matches }) => matches.length > 0);
	const each = Math.max(1, limit > FEW_HEADINGS ? limit : Math.floor(FEW_HEADINGS / withAny.length));
	const atLeast = (n: number) => (n >= limit ? `${n} or more` : String(n));
	return group(
		'Headings',
		withAny.map(({ code, matches }) => `${indexName(code)} ${atLeast(matches.length)}`).join(' · '),
		withAny.flatMap(({ code, matches }) =>
			matches.slice(0, each).map((match): FindLine => {
				const { heading, evidence } = match;
				const labelled =
					match.tier !== 'exact' && match.tier !== 'records' && match.matched.text !== heading.label;
				return {
					at: lineageAt(place, code, heading.id, q),
					text: heading.label,
					voice: 'heading',
					says: [
						...(match.tier === 'records'
							? []
							: [reasonOf(match, q) + (labelled ? `: ${match.matched.text}` : '')]),
						...(evidence ? [saidOn(evidence)] : [])
					].join(' · '),
					index: code,
					of: [{ index: code, count: heading.recordCount }]
				};
			})
		),
		withAny.some(({ matches }) => matches.length > each)
	);
}

const saidOn = ({ on, of }: RecordsEvidence) =>
	`on ${number(on)} of ${counted(of, 'record')} that ${of === 1 ? 'says' : 'say'} it`;

function recordGroup(
	q: string,
	{ pooled, of }: RecordsFound,
	{ place, indexName }: FindContext
): FindGroup[] {
	if (pooled === 0) return [];
	const cql = cqlOfWords(q);
	return group('Records that say it', '', [
		{
			at: pooledAt(place, { cql }),
			text: q,
			voice: 'word',
			says: `${counted(pooled, 'work')}, each once`,
			of
		},
		...of
			.filter(({ count }) => count > 0)
			.map(({ index, count }): FindLine => ({
				at: recordsAt(place, index, { cql }),
				text: `in ${indexName(index)}`,
				voice: 'plain',
				says: counted(count, 'record'),
				index
			}))
	]);
}

const NAME_GROUPS = [
	['people', 'People', 'person'],
	['affiliations', 'Places', 'affiliation'],
	['sources', 'Sources', 'source'],
	['funders', 'Funders', 'funder']
] as const;

function nameGroups(names: NamesFound, { place, limit }: FindContext): FindGroup[] {
	return NAME_GROUPS.flatMap(([key, title, has]) => {
		const total = names.totals[key];
		const lines: readonly (NameLine & { variants?: string[] })[] = names[key];
		return group(
			title,
			total >= MOST_COUNTED ? `${number(MOST_COUNTED)} or more names` : counted(total, 'name'),
			lines.map(({ name, variants = [], of }) => ({
				at: pooledAt(place, { whole: true, has, value: name }),
				text: name,
				voice: 'plain',
				says: variants.length > 0 ? `also written ${variants.join(', ')}` : '',
				of
			})),
			total > limit && limit < MOST_LINES
		);
	});
}

const LISTS = ['concepts', 'words', 'notes', 'comments', 'runs'] as const;

function inquiryGroup(found: FoundHere, context: FindContext): FindGroup[] {
	const { place, indexName, conceptName } = context;
	const { totals } = found;
	const lines: FindLine[] = [
		...found.concepts.map(({ id, name }): FindLine => ({
			at: questionAt({ ...place, concept: id }),
			text: name,
			voice: 'plain',
			says: 'concept'
		})),
		...found.words.map(({ text, conceptId }): FindLine => ({
			at: lanesAt({ ...place, concept: conceptId }, text),
			text,
			voice: 'word',
			says: `word of ${conceptName(conceptId)}`
		})),
		...found.notes.map(({ place: note, text }): FindLine =>
			note.of === 'work'
				? {
						at: readingListAt(place, { work: note.entry }),
						text,
						voice: 'plain',
						says: `note to “${note.title}”`
					}
				: {
						at: crosswalkAt({ ...place, concept: note.conceptId }, `${note.conceptId}:${note.indexCode}`),
						text,
						voice: 'plain',
						says: `note to ${note.of === 'pick' ? note.label : conceptName(note.conceptId)} in ${indexName(note.indexCode)}`
					}
		),
		...found.comments.flatMap(({ about, text }): FindLine[] => {
			const to = context.placeOfAbout(about);
			return to ? [{ at: to.at, text, voice: 'plain', says: `comment on ${to.says}` }] : [];
		}),
		...found.runs.map(({ number: run, index, name, count }): FindLine => ({
			at: recordsAt(place, index, { run }),
			text: `Run ${run}${name ? `, ${name}` : ''}`,
			voice: 'plain',
			says: counted(count, 'record'),
			index
		}))
	];
	return group(
		'This inquiry',
		Object.entries(totals)
			.filter(([, n]) => n > 0)
			.map(([what, n]) => counted(n, what.slice(0, -1)))
			.join(' · '),
		lines,
		LISTS.some((what) => totals[what] > found[what].length)
	);
}
