/** What is near a record: whom it cites and who cites it, shared references, authors and headings, the same work elsewhere. */
import { yearOf } from '../../../core/evidence/citation';
import { sharingValues } from '../../../core/reading';
import { RecordSet } from '../../../core/search';
import { perConnection } from '../db';
import { allow, type Person } from '../people';
import { type RecordLine, recordLines, recordNumber, setsOf } from '../records';
import { Cache } from '../caches';
import { type CurrentIndex, currentIndex, currentIndexes } from '../vocabulary';
import {
	keysOfRecords,
	linkedNumbers,
	referencesNamed,
	sameWorkRows,
	sharingReferences
} from './neighbour-rows';
import { valuesOfDimension } from './index-values';
import { personsOf } from './people-of-records';

/** The ways in which records of one index are near. */
export const NEARNESS = ['cites', 'citedBy', 'sharedReferences', 'sameAuthors', 'sharedHeadings'] as const;
export type Nearness = (typeof NEARNESS)[number];

/** By headings nearly every record is a little near; so many are the nearest. */
const MOST_BY_HEADINGS = 100;

interface NearRecord {
	n: number;
	/** How many references, authors or headings both have. */
	shared?: number;
}

/** Records near to one in one way, the nearest first. */
async function nearBy(current: CurrentIndex, n: number, how: Nearness): Promise<NearRecord[]> {
	const { code } = current.index;
	const sets = setsOf(current.index);
	switch (how) {
		case 'cites':
		case 'citedBy': {
			const numbers = await linkedNumbers(code, n, how);
			const years = await sets.yearsByRecord();
			return numbers.sort((a, b) => years[b] - years[a] || a - b).map((other) => ({ n: other }));
		}
		case 'sharedReferences':
			return sharingReferences(code, n);
		case 'sameAuthors': {
			const near = sharingValues(await personsOf(sets), n, Infinity);
			return near
				.sort((a, b) => b.shared - a.shared || a.record - b.record)
				.map(({ record, shared }) => ({ n: record, shared }));
		}
		case 'sharedHeadings': {
			const { lists } = await valuesOfDimension(sets, 'heading');
			return sharingValues(lists, n, MOST_BY_HEADINGS).map(({ record, shared }) => ({ n: record, shared }));
		}
	}
}

/** The neighbours of a record, whole, by their identifiers. */
export async function neighboursOf(person: Person | undefined, code: string, key: string) {
	allow(person, 'read');
	const current = await currentIndex(code);
	const n = await recordNumber(current, key);
	const [cites, citedBy, references, authors, named, works] = await Promise.all([
		nearBy(current, n, 'cites'),
		nearBy(current, n, 'citedBy'),
		nearBy(current, n, 'sharedReferences'),
		nearBy(current, n, 'sameAuthors'),
		referencesNamed(code, n),
		sameWorkRows(code, n)
	]);
	const keys = await keysOfRecords(
		code,
		[cites, citedBy, references, authors].flatMap((list) => list.map((one) => one.n))
	);
	const keyOf = (other: number) => keys.get(other) ?? '';
	const sameWork = await Promise.all(
		works.map(async ({ index, n: other }) => ({
			index,
			id: (await keysOfRecords(index, [other])).get(other) ?? ''
		}))
	);
	return {
		cites: cites.map((one) => keyOf(one.n)),
		citesElsewhere: Math.max(0, (named ?? cites.length) - cites.length),
		citedBy: citedBy.map((one) => keyOf(one.n)),
		sharedReferences: references.map((one) => ({ id: keyOf(one.n), shared: one.shared ?? 0 })),
		sameAuthors: authors.map((one) => ({ id: keyOf(one.n), authors: one.shared ?? 0 })),
		sameWork
	};
}

export interface NeighbourLine {
	id: string;
	title: string;
	year: number | null;
	shared?: number;
}

export interface NeighbourList {
	how: Nearness;
	count: number;
	/** The nearest few. */
	lines: NeighbourLine[];
	/** Only the nearest are counted: nearly every record is near in this way. */
	bounded?: true;
}

export interface Neighbours {
	lists: NeighbourList[];
	/** References to works that the index does not have. */
	citesElsewhere: number;
	/** The same work in other indexes, with how it is tagged there. */
	sameWork: { indexCode: string; record: RecordLine }[];
}

/** So many of each list are shown beside a record. */
const MOST_SHOWN = 5;
/** What stands beside so many records is remembered: who reads a list comes by the same ones again, and so do others. */
const MOST_REMEMBERED = 500;
const besideLately = perConnection(() => new Cache<Neighbours>(MOST_REMEMBERED));

/** What stands beside a record: the nearest few of each kind, and the same work elsewhere, whole. */
export async function neighboursBeside(
	person: Person | undefined,
	code: string,
	key: string
): Promise<Neighbours> {
	allow(person, 'read');
	const [current, all] = await Promise.all([currentIndex(code), currentIndexes()]);
	const state = all.map(({ index, edition }) => `${setsOf(index).version} ${edition?.id}`).join(' ');
	return besideLately().of(`${state} ${code} ${key}`, () => besideIn(current, all, key));
}

async function besideIn(
	current: CurrentIndex,
	all: readonly CurrentIndex[],
	key: string
): Promise<Neighbours> {
	const { code } = current.index;
	const n = await recordNumber(current, key);
	const [near, named, works] = await Promise.all([
		Promise.all(NEARNESS.map(async (how) => ({ how, list: await nearBy(current, n, how) }))),
		referencesNamed(code, n),
		sameWorkRows(code, n)
	]);
	const shown = near.flatMap(({ list }) => list.slice(0, MOST_SHOWN).map((one) => one.n));
	const lines = new Map((await recordLines(current, [...new Set(shown)])).map((line) => [line.n, line]));
	const sameWork = await Promise.all(
		works.map(async ({ index, n: other }) => {
			const there = all.find((one) => one.index.code === index);
			const [record] = there ? await recordLines(there, [other]) : [];
			return record && { indexCode: index, record };
		})
	);
	const cited = near[0].list.length;
	return {
		lists: near.map(({ how, list }) => ({
			how,
			count: list.length,
			lines: list.slice(0, MOST_SHOWN).flatMap(({ n: other, shared }) => {
				const line = lines.get(other);
				return line
					? [
							{
								id: line.id,
								title: line.item.title ?? '',
								year: yearOf(line.item) ?? null,
								...(shared !== undefined && { shared })
							}
						]
					: [];
			}),
			...(how === 'sharedHeadings' && list.length === MOST_BY_HEADINGS && { bounded: true as const })
		})),
		citesElsewhere: Math.max(0, (named ?? cited) - cited),
		sameWork: sameWork.filter((one) => one !== undefined)
	};
}

/** A list of neighbours as a set of records, to be read as a result. */
export async function neighbourSet(current: CurrentIndex, n: number, how: Nearness): Promise<RecordSet> {
	const near = await nearBy(current, n, how);
	return RecordSet.from(near.map((one) => one.n));
}
