/**
 * Looking for what watches wait for. Each watch has a mark in each index it looks in: the records numbered from there on came
 * later. The mark moves in the transaction that writes what was found, under a lock of the watch; so a record is told once,
 * whichever server looks and whenever one is stopped.
 */
import { inOrder, pickName, type Inquiry } from '../../../core/crosswalk';
import { inStatements } from '../db';
import { ServiceError } from '../errors';
import { loadInquiry, ownerOf, WITHOUT_WORKS } from '../inquiry';
import { log, reasonOf } from '../log';
import { partnersOf, takeRecords } from '../reading';
import type { RecordSet } from '../../../core/search';
import { findRecordsIn, foundByCql } from '../search';
import { type CurrentIndex, currentIndexes, editionIndex } from '../vocabulary';
import { makersRole, mayChange } from './watch-addresses';
import { sendNews } from './watch-news';
import {
	dueWatches,
	insertFinds,
	lockWatches,
	type Mark,
	markListed,
	markRuns,
	marksOf,
	setMarks,
	unlistedFinds,
	type WatchRow
} from './watch-rows';

/** Watches that are run in one transaction. */
const AT_A_TIME = 100;
/** Of these, so many look at the same time: most of the time is the database’s. */
const SIDE_BY_SIDE = 4;

/** Runs every watch that has records before it that it has not looked at. @returns how many records were found */
export async function runWatches(): Promise<number> {
	let found = 0;
	let last = '';
	for (;;) {
		const due = await dueWatches(AT_A_TIME, last);
		if (due.length === 0) break;
		last = due[due.length - 1];
		found += await runSome(due);
	}
	await listFinds();
	await sendNews();
	return found;
}

async function runSome(ids: readonly string[]): Promise<number> {
	const indexes = await currentIndexes();
	return inStatements(async (tx) => {
		const locked = await lockWatches(tx, ids);
		const marks = await marksOf(
			tx,
			locked.map(({ id }) => id)
		);
		const all: { watch: WatchRow; of: Looked }[] = [];
		for (let at = 0; at < locked.length; at += SIDE_BY_SIDE)
			all.push(
				...(await Promise.all(
					locked.slice(at, at + SIDE_BY_SIDE).map(async (watch) => ({
						watch,
						of: await looked(
							watch,
							marks.filter(({ watchId }) => watchId === watch.id),
							indexes
						)
					}))
				))
			);
		const found = await insertFinds(
			tx,
			all.flatMap(({ watch, of }) =>
				[...of.finds].flatMap(([indexCode, numbers]) =>
					numbers.map((n) => ({ watchId: watch.id, indexCode, n }))
				)
			)
		);
		await setMarks(
			tx,
			all.flatMap(({ watch, of }) => of.seen.map((mark) => ({ watchId: watch.id, ...mark })))
		);
		await markRuns(
			tx,
			all.map(({ watch, of }) => ({ id: watch.id, trouble: of.trouble }))
		);
		return found;
	});
}

interface Looked {
	/** By index, the numbers of records that are new to the watch. */
	finds: Map<string, number[]>;
	seen: Omit<Mark, 'watchId'>[];
	/** What keeps it from finding what it should; empty where nothing does. */
	trouble: string;
}

async function looked(
	watch: WatchRow,
	marks: readonly Mark[],
	all: readonly CurrentIndex[]
): Promise<Looked> {
	const inquiry =
		watch.inquiryId === null ? undefined : (await loadInquiry(watch.inquiryId, WITHOUT_WORKS)).inquiry;
	const codes = watch.kind === 'pool' ? (inquiry?.about.indexes ?? []) : [watch.indexCode];
	const found: Looked = { finds: new Map(), seen: [], trouble: '' };
	const results = new Map<string, { set: RecordSet; from: number }>();
	for (const current of all.filter(({ index }) => codes.includes(index.code))) {
		const { code, id, records } = current.index;
		const mark = marks.find(({ indexCode, indexId }) => indexCode === code && indexId === id);
		// An index that comes to a pooled list later, or is made anew, is looked at from then on.
		const from = mark?.seen ?? records;
		try {
			results.set(code, { set: await resultOf(watch, inquiry, code), from });
			found.seen.push({ indexCode: code, indexId: id, seen: records });
		} catch (error) {
			if (!(error instanceof ServiceError)) throw error;
			// Its mark stays, so that nothing is missed once it is mended.
			found.trouble = error.message;
		}
		if (inquiry && watch.kind !== 'search') found.trouble ||= await lostHeading(inquiry, current);
	}
	for (const [code, { set, from }] of results) {
		const numbers = set.toArray();
		const first = numbers.findIndex((n) => n >= from);
		found.finds.set(
			code,
			await newWorks(first < 0 ? [] : [...numbers.subarray(first)], code, results, found.finds)
		);
	}
	return found;
}

/** What a watch finds in an index, old and new. */
async function resultOf(watch: WatchRow, inquiry: Inquiry | undefined, code: string): Promise<RecordSet> {
	if (watch.kind === 'search' || !inquiry) return (await foundByCql(code, watch.cql, [])).result;
	const { faults, result } = await findRecordsIn(inquiry, code);
	if (faults.length > 0) throw new ServiceError(422, 'strategy-fault', faults[0].message);
	return result;
}

/** A work is new once: not where another index of the pooled list had it before, or brings it in the same round. */
async function newWorks(
	numbers: number[],
	code: string,
	results: ReadonlyMap<string, { set: RecordSet; from: number }>,
	finds: ReadonlyMap<string, readonly number[]>
): Promise<number[]> {
	const others = [...results.keys()].filter((other) => other !== code);
	if (others.length === 0 || numbers.length === 0) return numbers;
	const known = new Set<number>();
	for (const { n, otherCode, otherN } of await partnersOf(code, numbers, others)) {
		const other = results.get(otherCode);
		if (!other?.set.has(otherN)) continue;
		if (otherN < other.from || finds.get(otherCode)?.includes(otherN)) known.add(n);
	}
	return numbers.filter((n) => !known.has(n));
}

/** Says which searched heading the present edition lacks or has retired. */
async function lostHeading(inquiry: Inquiry, { index, edition }: CurrentIndex): Promise<string> {
	if (!edition) return '';
	const vocabulary = await editionIndex(edition);
	for (const pick of inOrder(inquiry.picks)) {
		if (pick.indexCode !== index.code || pick.role !== 'searched') continue;
		for (const { uri } of pick.headings) {
			const n = vocabulary.find(uri);
			if (n === undefined)
				return `“${pickName(pick)}” is not in the edition ${edition.label} of ${index.name}.`;
			if (vocabulary.retired[n] && pick.edition !== edition.label)
				return `“${pickName(pick)}” is retired in the edition ${edition.label} of ${index.name}.`;
		}
	}
	return '';
}

/** Puts what was found on the reading lists, to be decided. A work that stands there stays as it is. */
async function listFinds(): Promise<void> {
	const finds = await unlistedFinds();
	const groups = new Map<string, typeof finds>();
	for (const find of finds) {
		const name = `${find.watchId} ${find.indexCode}`;
		groups.set(name, [...(groups.get(name) ?? []), find]);
	}
	for (const group of groups.values()) {
		const [{ watchId, inquiryId, name, personId, person, indexCode }] = group;
		const records = group.map(({ record }) => record);
		// Of a watch whose maker may change the inquiry no more, the owner lists what it finds.
		const owner = mayChange(await makersRole({ inquiryId, personId })) ? undefined : await ownerOf(inquiryId);
		const { id: byId, name: by } = owner ?? { id: personId, name: person };
		try {
			await takeRecords(
				{ id: byId, name: by, role: 'member' },
				inquiryId,
				records.map((record) => ({ indexCode, record })),
				{ from: `the watch “${name}”`, client: '' }
			);
		} catch (error) {
			// A record that is gone again must not keep the others off the list.
			if (!(error instanceof ServiceError)) throw error;
			log.warn({ reason: reasonOf(error) }, 'finds of a watch could not be listed');
		}
		await markListed(watchId, indexCode, records);
	}
}
