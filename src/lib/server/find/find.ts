/** Whatever is typed, found in all chosen indexes at once: headings, records, names, and what the inquiry itself says. */
import type * as v from 'valibot';
import { findInInquiry, textMatcher, type FoundInInquiry, type NotePlace } from '../../../core/crosswalk';
import { cqlOfWords, isSearchable } from '../../../core/search';
import { lookupInIndex, type LaneAnswer } from '../browse';
import { ServiceError } from '../errors';
import {
	allowedIndexes,
	allowIn,
	allowIndexes,
	chosenIndexes,
	loadInquiry,
	notesOfWorks,
	WITHOUT_WORKS
} from '../inquiry';
import { allow, type Person } from '../people';
import { countItems, nameJoinsOf, namesFound, type CountIn, type NamesFound } from '../reading';
import { runNames } from '../runs';
import { foundByCql } from '../search';
import { currentIndexes } from '../vocabulary';
import { type groupQuery, isTooLong, TOO_LONG } from './find-schema';

/** How many records say it; works of several indexes once. */
export interface RecordsFound {
	pooled: number;
	of: CountIn[];
}

export interface FoundHere extends FoundInInquiry {
	runs: { number: number; index: string; name: string; count: number }[];
	/** How many of each there are, of which the lists are the first. */
	totals: Record<'concepts' | 'words' | 'notes' | 'comments' | 'runs', number>;
}

export interface Found {
	headings: LaneAnswer[];
	records: RecordsFound;
	names: NamesFound;
	inquiry?: FoundHere;
}

export interface Wish {
	q: string;
	/** Codes of indexes; those of the inquiry, else all, where none are named. */
	indexes?: string[];
	inquiry?: string;
	limit: number;
}

/** Headings of each index, by label and by records. */
export function headingsFound(
	person: Person | undefined,
	codes: readonly string[],
	text: string,
	limit: number
) {
	return Promise.all(codes.map((code) => lookupInIndex(person, code, text, limit)));
}

/** Records whose title, abstract or author's keywords say it; several words as a phrase. */
export async function recordsFound(
	person: Person | undefined,
	codes: readonly string[],
	text: string
): Promise<RecordsFound> {
	allow(person, 'read');
	const withRecords = (await currentIndexes()).filter(
		({ index }) => codes.includes(index.code) && index.records > 0
	);
	// Signs alone, and the beginning of a word that is too short, can be searched for nowhere.
	if (!isSearchable({ text, capitals: false })) return { pooled: 0, of: [] };
	const found = await Promise.all(
		withRecords.map(({ index }) => foundByCql(index.code, cqlOfWords(text), []))
	);
	return {
		pooled: await countItems(found),
		of: found.map(({ at, result }) => ({ index: at.current.index.code, count: result.size }))
	};
}

/** What the inquiry itself says: concepts, words, notes, comments, runs. */
export async function foundHere(
	person: Person | undefined,
	inquiryId: string,
	text: string,
	limit: number
): Promise<FoundHere> {
	await allowIn(person, 'read', inquiryId);
	const [{ inquiry }, runs, works] = await Promise.all([
		loadInquiry(inquiryId, WITHOUT_WORKS),
		runNames(person, inquiryId),
		notesOfWorks(inquiryId)
	]);
	const matches = textMatcher(text);
	const found = findInInquiry(inquiry, text);
	const ofWorks = works
		.filter(({ note }) => matches(note))
		.map(({ id, title, note }) => ({
			place: { of: 'work', entry: id, title } satisfies NotePlace,
			text: note
		}));
	const notes = [...found.notes, ...ofWorks];
	const ofRuns = runs.filter(({ number, name, note }) => matches(`${number} ${name} ${note}`));
	return {
		concepts: found.concepts.slice(0, limit),
		words: found.words.slice(0, limit),
		notes: notes.slice(0, limit),
		comments: found.comments.slice(0, limit),
		runs: ofRuns
			.slice(0, limit)
			.map(({ number, indexCode, name, count }) => ({ number, index: indexCode, name, count })),
		totals: {
			concepts: found.concepts.length,
			words: found.words.length,
			notes: notes.length,
			comments: found.comments.length,
			runs: ofRuns.length
		}
	};
}

/** One group, over the indexes that the inquiry has chosen. */
export async function findGroup(
	person: Person | undefined,
	inquiryId: string,
	{ q, of, limit }: v.InferOutput<typeof groupQuery>
) {
	const codes = await chosenIndexes(person, inquiryId);
	switch (of) {
		case 'headings':
			return headingsFound(person, codes, q, limit);
		case 'records':
			return recordsFound(person, codes, q);
		case 'names':
			return namesFound(person, codes, q, limit, await nameJoinsOf(inquiryId));
		case 'inquiry':
			return foundHere(person, inquiryId, q, limit);
	}
}

/** All groups at once. */
export async function find(person: Person | undefined, wish: Wish): Promise<Found> {
	allow(person, 'read');
	const { q, inquiry, limit } = wish;
	if (isTooLong(q)) throw new ServiceError(422, 'too-long', TOO_LONG);
	const codes = await indexesOf(person, wish);
	const joins = inquiry === undefined ? undefined : await nameJoinsOf(inquiry);
	const [headings, records, names, here] = await Promise.all([
		headingsFound(person, codes, q, limit),
		recordsFound(person, codes, q),
		namesFound(person, codes, q, limit, joins),
		inquiry === undefined ? undefined : foundHere(person, inquiry, q, limit)
	]);
	return { headings, records, names, ...(here && { inquiry: here }) };
}

async function indexesOf(person: Person | undefined, { indexes, inquiry }: Wish): Promise<string[]> {
	const chosen = inquiry === undefined ? undefined : await chosenIndexes(person, inquiry);
	const codes = (await currentIndexes()).map(({ index }) => index.code);
	if (!indexes) return chosen ?? allowedIndexes(person, codes);
	const known = new Set(codes);
	const unknown = indexes.find((code) => !known.has(code));
	if (unknown !== undefined)
		throw new ServiceError(404, 'no-index', `There is no subject index “${unknown}”.`);
	await allowIndexes(person, indexes);
	return [...new Set(indexes)];
}
