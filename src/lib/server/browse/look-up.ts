/** Look-up and browsing: what the screens and the public API ask of the vocabularies. */
import { alsoTried, lookup, type Match, type Tier } from '../../../core/lookup';
import type { EditionIndex } from '../../../core/edition/edition-index';
import { allow, type Person } from '../people';
import {
	currentIndex,
	type CurrentIndex,
	currentIndexes,
	editionIndex,
	editionLabelled
} from '../vocabulary';
import { ServiceError } from '../errors';
import { countWithNarrower, headingCounts, headingRecords, type HeadingCounts } from './heading-counts';
import { aspectsOf, headingRows } from './heading-rows';
import { wordsInRecords } from './words-in-records';

export interface HeadingRef {
	id: string;
	uri: string;
	label: string;
}

export interface HeadingLine extends HeadingRef {
	narrowerCount: number;
	belowCount: number;
	/** Records that carry the heading itself. */
	recordCount: number;
	retired: boolean;
}

/** How many of the records that say what was typed carry a heading. */
export interface RecordsEvidence {
	on: number;
	of: number;
	/** How many times the heading's usual share that is. */
	lift: number;
	/** The words of what was typed that all of those records hold. */
	words: string[];
}

export interface LookupMatch {
	heading: HeadingLine & { noteStart: string; broader: string[] };
	/** Of its label; `records` where no label speaks for it. */
	tier: Tier | 'records';
	matched: Pick<Match, 'text' | 'via' | 'words'> & { kind: Match['kind'] | 'records'; lang?: string };
	together?: HeadingRef[];
	evidence?: RecordsEvidence;
}

export interface LaneAnswer {
	code: string;
	edition: string;
	matches: LookupMatch[];
	neighbours: (HeadingLine & { text: string })[];
	alsoTried: string[];
}

function refOf(index: EditionIndex, n: number): HeadingRef {
	return { id: index.keys.at(n), uri: index.uris.at(n), label: index.names.at(n) };
}

export function lineOf(index: EditionIndex, n: number, counts?: HeadingCounts): HeadingLine {
	const { keys, uris, names, hierarchy } = index;
	// Written out: thousands are made at once when a hierarchy is opened.
	return {
		id: keys.at(n),
		uri: uris.at(n),
		label: names.at(n),
		narrowerCount: hierarchy.narrower.count(n),
		belowCount: hierarchy.belowCount(n),
		recordCount: counts?.records[n] ?? 0,
		retired: index.retired[n] === 1
	};
}

/** Looks a word up in several indexes at once; an index without a vocabulary answers with nothing. */
export async function lookupInIndexes(
	person: Person | undefined,
	codes: readonly string[],
	query: string,
	limit: number
): Promise<LaneAnswer[]> {
	allow(person, 'read');
	const indexes = await currentIndexes();
	const wanted = codes.flatMap((code) => indexes.find(({ index }) => index.code === code) ?? []);
	return lanes(wanted, indexes, query, limit);
}

/** By labels alone. @param all whose words are no slips of the pen, and whose short forms are tried everywhere */
export async function lanes(
	wanted: CurrentIndex[],
	all: CurrentIndex[],
	query: string,
	limit: number
): Promise<LaneAnswer[]> {
	const known = new Map<number, EditionIndex>();
	const countsOf = new Map<number, HeadingCounts>();
	await Promise.all([
		...[...wanted, ...all].map(async ({ edition }) => {
			if (edition) known.set(edition.id, await editionIndex(edition));
		}),
		...wanted.map(async (current) => {
			const counts = await headingCounts(current);
			if (current.edition && counts) countsOf.set(current.edition.id, counts);
		})
	]);
	// A short form seen in one vocabulary is tried in all of them.
	const acronyms = [...known.values()].flatMap((index) => index.labels.parts.acronyms);
	const tried = alsoTried(query, acronyms);
	const inRecords = await Promise.all(
		wanted.map((current) => {
			const index = current.edition && known.get(current.edition.id);
			return index ? wordsInRecords(current, index, [query]) : new Set<string>();
		})
	);
	const answers = wanted.map(({ edition }) => {
		const index = edition && known.get(edition.id);
		if (!index) return null;
		const others = wanted.flatMap((other) => (other.edition && known.get(other.edition.id)) ?? []);
		// A word that the records of an index have, or another vocabulary has or begins with, is no slip of the pen in this one.
		const isKnown = (word: string) =>
			inRecords.some((words) => words.has(word)) ||
			others.some(
				(other) => other !== index && (other.labels.knows(word) || other.labels.hasBeginning(word))
			);
		return lookup(index.labels, query, {
			limit,
			label: (n) => index.names.at(n),
			recordCount: (n) => countsOf.get(edition.id)?.records[n] ?? 0,
			acronyms,
			isKnown
		});
	});
	const matches = answers.flatMap((answer) => (answer ? answer.matches : []));
	// The plural of a slip of the pen, or of the beginning of a word, helps nobody.
	const isNoWord = matches.length > 0 && matches.every(({ tier }) => tier === 'typo' || tier === 'begins');
	return wanted.map(({ index: { code }, edition }, i) => {
		const index = edition && known.get(edition.id);
		const answer = answers[i];
		if (!edition || !index || !answer)
			return { code, edition: '', matches: [], neighbours: [], alsoTried: [] };
		const counts = countsOf.get(edition.id);
		return {
			code,
			edition: edition.label,
			matches: answer.matches.map((match) => matchOf(index, match, counts)),
			neighbours: answer.neighbours.map(({ heading, text }) => ({ ...lineOf(index, heading, counts), text })),
			alsoTried: isNoWord ? [] : tried
		};
	});
}

/** A heading as a match shows it. */
export const matchedHeading = (
	index: EditionIndex,
	n: number,
	counts: HeadingCounts | undefined
): LookupMatch['heading'] => ({
	...lineOf(index, n, counts),
	noteStart: index.noteStarts.at(n),
	broader: [...index.hierarchy.broader.at(n)].map((other) => index.names.at(other))
});

function matchOf(index: EditionIndex, match: Match, counts: HeadingCounts | undefined): LookupMatch {
	const { heading: n, tier, text, kind, lang, via, words, together } = match;
	return {
		heading: matchedHeading(index, n, counts),
		tier,
		matched: {
			text,
			kind,
			...(lang && { lang }),
			...(via !== undefined && { via }),
			...(words && { words })
		},
		...(together && { together: together.map((other) => refOf(index, other)) })
	};
}

/** An index with the edition that is meant: the one in use where none is named. */
export async function indexInEdition(code: string, label?: string): Promise<CurrentIndex> {
	const { index, edition } = await currentIndex(code);
	return { index, edition: label === undefined ? edition : await editionLabelled(code, label) };
}

/** The index and the heading's place in the edition that is meant. */
async function locate(code: string, id: string, label?: string) {
	const current = await indexInEdition(code, label);
	const { index: subjectIndex, edition } = current;
	if (!edition)
		throw new ServiceError(404, 'no-vocabulary', `${subjectIndex.name} has no vocabulary loaded.`);
	const index = await editionIndex(edition);
	const n = index.find(id);
	if (n === undefined)
		throw new ServiceError(
			404,
			'no-heading',
			`${subjectIndex.name}, edition ${edition.label}, has no heading “${id}”.`
		);
	return { subjectIndex, edition, index, n, current, counts: await headingCounts(current) };
}

/**
 * Everything about a heading.
 * @param label of the edition it is asked of; the one in use where it is left out
 */
export async function headingSheet(person: Person | undefined, code: string, id: string, label?: string) {
	allow(person, 'read');
	const { edition, index, n, current, counts } = await locate(code, id, label);
	const stored = await headingRows(edition.id, n);
	const { heading: row, labels: ownLabels } = stored;
	const { hierarchy } = index;
	const { paths, total, complete } = hierarchy.paths(n);
	const lines = (list: Iterable<number>) =>
		[...list].map((other) => lineOf(index, other, counts)).sort(byLabel);
	const siblings =
		hierarchy.broader.count(n) === 0 && hierarchy.narrower.count(n) === 0 ? [] : hierarchy.siblings(n);
	return {
		...lineOf(index, n, counts),
		recordCountWithNarrower: counts ? await countWithNarrower(current, index, n) : 0,
		...(current.index.hasChief && counts && { chiefCount: counts.chief[n] }),
		edition: edition.label,
		labels: ownLabels.filter(({ kind }) => kind === 'preferred').map(({ lang, text }) => ({ lang, text })),
		hidden: ownLabels.filter(({ kind }) => kind === 'hidden').map(({ lang, text }) => ({ lang, text })),
		notes: stored.notes,
		notation: row.notation,
		notations: row.notations?.map(({ text }) => text) ?? (row.notation === null ? [] : [row.notation]),
		introduced: row.introduced,
		retiredIn: row.retired,
		aspects: row.aspects,
		entryTerms: stored.entries.map(({ lang, text, together }) => ({
			lang,
			text,
			...(together && { together: together.map((other) => refOf(index, other)) })
		})),
		broader: lines(hierarchy.broader.at(n)),
		narrower: lines(hierarchy.narrower.at(n)),
		related: lines(index.related.at(n)),
		predecessors: lines(stored.predecessors),
		successors: lines(stored.successors),
		collections: stored.groups.map(({ name }) => name),
		siblings: siblings
			.slice(0, MOST_SIBLINGS)
			.map((other) => lineOf(index, other, counts))
			.sort(byLabel),
		paths: paths.map((path) => path.map((other) => refOf(index, other))),
		pathCount: total,
		pathsComplete: complete
	};
}

export type HeadingSheet = Awaited<ReturnType<typeof headingSheet>>;

/** The records of a heading over the years, and with each of its aspects. */
export async function recordsOfHeading(person: Person | undefined, code: string, id: string) {
	allow(person, 'read');
	const { edition, index, n, current } = await locate(code, id);
	return headingRecords(current, index.uris.at(n), await aspectsOf(edition.id, n));
}

/** Siblings sent with a sheet; a flat top level may have thousands. */
const MOST_SIBLINGS = 200;

export const byLabel = (a: HeadingRef, b: HeadingRef) => a.label.localeCompare(b.label, 'en');

/** The headings directly narrower, for opening a branch in place. */
export async function narrowerHeadings(person: Person | undefined, code: string, id: string) {
	allow(person, 'read');
	const { index, n, counts } = await locate(code, id);
	const below = index.hierarchy.narrower.at(n);
	refuseMany(below.length, MOST_NARROWER, 'directly below it; look in the alphabetical display');
	return [...below].map((other) => lineOf(index, other, counts)).sort(byLabel);
}

/** Lines of one answer at most. */
const MOST_NARROWER = 20_000;
const MOST_BELOW = 100_000;

function refuseMany(count: number, most: number, where: string): void {
	if (count > most)
		throw new ServiceError(
			422,
			'too-many',
			`${count.toLocaleString('en')} headings stand ${where}. At most ${most.toLocaleString('en')} are given at once.`
		);
}

/** Every heading below, with its least depth; `depth` bounds it. */
export async function headingsBelow(person: Person | undefined, code: string, id: string, depth: number) {
	allow(person, 'read');
	const { index, n } = await locate(code, id);
	const { headings: found, depths } = index.hierarchy.below(n);
	const within = depths.findIndex((one) => one > depth);
	refuseMany(within < 0 ? found.length : within, MOST_BELOW, 'below it; ask for fewer levels with depth');
	const answer: (HeadingRef & { depth: number })[] = [];
	for (let i = 0; i < found.length && depths[i] <= depth; i++)
		answer.push({ ...refOf(index, found[i]), depth: depths[i] });
	return answer;
}

/** Top headings of an index, for a start without a word. */
export async function topHeadings(person: Person | undefined, code: string) {
	allow(person, 'read');
	const current = await currentIndex(code);
	if (!current.edition) return [];
	const [index, counts] = await Promise.all([editionIndex(current.edition), headingCounts(current)]);
	return index.hierarchy
		.tops()
		.slice(0, MOST_SIBLINGS)
		.map((n) => lineOf(index, n, counts))
		.sort((a, b) => b.belowCount - a.belowCount || byLabel(a, b));
}
