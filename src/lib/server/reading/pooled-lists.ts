/** The pooled list of an inquiry: what its strategies or runs find in several indexes, each work once. */
import type { InferOutput } from 'valibot';
import { isSameWork, workKeys } from '../../../core/evidence';
import { contributions, MOST_SETS, regionsOfMasks, type PoolRecord } from '../../../core/reading';
import { RecordSet, wordsOfCql } from '../../../core/search';
import { ServiceError } from '../errors';
import { allowIn, chosenIndexes, loadInquiry, WITHOUT_WORKS } from '../inquiry';
import { allow, type Person } from '../people';
import { decideWork, decisionsAmong, recordNumber, type RecordLine, type RecordName } from '../records';
import { currentIndex } from '../vocabulary';
import { foundByRun, keepFound } from '../runs';
import { findRecords, foundByCql, withinLimits, type Found } from '../search';
import { type OverlapOfSets, told } from './overlaps';
import { dimensionNamed, recordsHaving } from './dimensions';
import { nameJoinsOf, PERSON, personInWords, personNamed, type PersonNamed } from './people-of-records';
import { poolDimension, valuesIn } from './pool-values';
import { resultAsked } from './results';
import { itemsOf, linesOf, orderItems } from './pooling';
import type { pooledQuery, Filter } from './reading-schema';

export type PoolWish = InferOutput<typeof pooledQuery>;

/** Why two records are taken for one work. */
export interface Join {
	/** Codes of the indexes that the two are of. */
	codes: [string, string];
	by: 'doi' | 'title' | 'hand';
}

export interface PoolItem {
	records: (RecordLine & { indexCode: string })[];
	joins: Join[];
}

export interface PooledList {
	parts: { code: string; run?: number; records: number; count: number; alone: number }[];
	/** Works in all, and those of the region in question. */
	items: number;
	count: number;
	/** The value that they are to have, as it is written. */
	value?: string;
	offset: number;
	list: PoolItem[];
	/** How the parts overlap, in works. */
	overlap: OverlapOfSets;
}

/** The parts of a pool: of every index its strategy, or what one text finds there, or the runs that are named. */
async function partsOf(
	person: Person | undefined,
	inquiryId: string,
	wish: PoolWish,
	known: PersonNamed | undefined
) {
	const { runs, without, whole, has, value = '', cql, limits } = wish;
	if (cql !== undefined) {
		const codes = (await chosenIndexes(person, inquiryId)).filter((code) => !without.includes(code));
		const found = await Promise.all(
			codes.map(async (code) => {
				const all = await foundByCql(code, cql, []);
				return limits ? withinLimits(inquiryId, all) : all;
			})
		);
		return found.map((own) => ({ found: own, run: undefined }));
	}
	if (whole && has) {
		// Of whole indexes only what has the value is looked at.
		if (has !== PERSON) poolDimension(has);
		const filterIn = (code: string): Filter =>
			has === PERSON
				? { by: 'author', how: 'any', values: known?.keys[code] ?? [] }
				: { by: has, how: 'any', values: [value] };
		const codes = await chosenIndexes(person, inquiryId);
		const found = await Promise.all(
			codes
				.filter((code) => !without.includes(code))
				.map((code) =>
					resultAsked(person, inquiryId, code, {
						opening: { whole: true, limited: limits !== undefined },
						filter: [filterIn(code)]
					})
				)
		);
		return found.map((own) => ({ found: own, run: undefined }));
	}
	if (runs.length > 0) {
		const found = await Promise.all(runs.map((run) => foundByRun(person, inquiryId, run)));
		return found.map((own, i) => ({ found: own, run: runs[i] }));
	}
	const { inquiry } = await loadInquiry(inquiryId, WITHOUT_WORKS);
	const codes = inquiry.about.indexes.filter((code) => !without.includes(code));
	const found = await Promise.all(codes.map((code) => findRecords(inquiryId, code)));
	return found.map(({ strategy, result, ...at }) => ({
		found: { at, strategy, result, title: undefined, faults: [] } satisfies Found,
		run: undefined
	}));
}

const maskOf = (item: readonly PoolRecord[]) => item.reduce((mask, { part }) => mask | (1 << part), 0);

/** Of some items those whose records are of just these parts; all of them where none is named. */
function inRegion(items: readonly PoolRecord[][], members: readonly number[]) {
	if (members.length === 0) return items;
	if (members.some((part) => part >= MOST_SETS)) return [];
	const wanted = members.reduce((mask, part) => mask | (1 << part), 0);
	return items.filter((item) => maskOf(item) === wanted);
}

/** Of some items those of which a record has the value that is asked for, and how that is written; all where none is. */
async function having(
	found: readonly Found[],
	items: readonly PoolRecord[][],
	{ has, value, whole }: PoolWish,
	known: PersonNamed | undefined
): Promise<{ region: readonly PoolRecord[][]; value?: string }> {
	if (!has) return { region: items };
	if (has === PERSON) return ofPerson(found, items, value ?? '', known);
	const dimension = poolDimension(has);
	const parts = await Promise.all(found.map((part) => valuesIn(part, dimension)));
	let written = value;
	const region = items.filter((item) =>
		item.some(({ part, record }) => {
			const own = parts[part](record).find(({ key }) => key === value);
			written = own?.value ?? written;
			return own !== undefined;
		})
	);
	return { region: whole ? items : region, value: written };
}

/** Of some items those that are a person's, and how the name is written. */
async function ofPerson(
	found: readonly Found[],
	items: readonly PoolRecord[][],
	name: string,
	known: PersonNamed | undefined
) {
	const all = await Promise.all(
		found.map(({ at, result }) =>
			recordsHaving(at, result, dimensionNamed(at, 'author'), known?.keys[at.current.index.code] ?? [])
		)
	);
	return {
		region: items.filter((item) => item.some(({ part, record }) => all[part].has(record))),
		value: known ? personInWords(known) : name
	};
}

/** All items of a pool, and those of the region that is looked at. */
export async function poolOf(person: Person | undefined, inquiryId: string, wish: PoolWish) {
	const known =
		wish.has === PERSON
			? await personNamed(
					await chosenIndexes(person, inquiryId),
					wish.value ?? '',
					await nameJoinsOf(inquiryId)
				)
			: undefined;
	const parts = await partsOf(person, inquiryId, wish, known);
	const found = parts.map((part) => part.found);
	const items = await itemsOf(found);
	return { parts, found, items, ...(await having(found, inRegion(items, wish.members), wish, known)) };
}

/** How many works a pool has, in the region that is asked for. */
export async function countPooled(
	person: Person | undefined,
	inquiryId: string,
	wish: PoolWish
): Promise<number> {
	await allowIn(person, 'read', inquiryId);
	return (await poolOf(person, inquiryId, wish)).region.length;
}

/** A page of the pooled list, how its parts overlap, and what each alone contributes. */
export async function pooledList(
	person: Person | undefined,
	inquiryId: string,
	wish: PoolWish
): Promise<PooledList> {
	await allowIn(person, 'read', inquiryId);
	const { parts, found, items, region, value } = await poolOf(person, inquiryId, wish);
	const codes = found.map(({ at }) => at.current.index.code);
	const shown = (await orderItems(found, region, wish.sort)).slice(wish.offset, wish.offset + wish.limit);
	const counts = contributions(items, parts.length);
	const [lines, byHand] = await Promise.all([linesOf(found, shown), joinedByHand(codes)]);
	return {
		parts: parts.map(({ run }, part) => ({
			code: codes[part],
			...(run !== undefined && { run }),
			records: found[part].result.size,
			...counts[part]
		})),
		items: items.length,
		count: region.length,
		...(value !== undefined && { value }),
		offset: wish.offset,
		list: lines.map((own) => {
			const records = own.map(({ part, line }) => ({ ...line, indexCode: codes[part] }));
			return { records, joins: joinsOf(records, byHand) };
		}),
		overlap: {
			sets: found.map(({ at }, part) => ({
				name:
					parts[part].run === undefined
						? at.current.index.name
						: `${at.current.index.name}, run ${parts[part].run}`,
				isHeading: false,
				count: counts[part].count
			})),
			left: 0,
			...told(regionsOfMasks(items.map(maskOf)), parts.length)
		}
	};
}

async function joinedByHand(codes: readonly string[]): Promise<Set<string>> {
	const said = await decisionsAmong(codes);
	return new Set(
		said.flatMap(({ code, n, otherCode, other, same }) =>
			same ? [`${code} ${n} ${otherCode} ${other}`, `${otherCode} ${other} ${code} ${n}`] : []
		)
	);
}

/** For every two records of an item, why they are taken for one work. */
function joinsOf(records: PoolItem['records'], byHand: ReadonlySet<string>): Join[] {
	return records.flatMap((one, i) =>
		records.slice(0, i).map((other): Join => {
			const codes: Join['codes'] = [other.indexCode, one.indexCode];
			if (byHand.has(`${one.indexCode} ${one.n} ${other.indexCode} ${other.n}`)) return { codes, by: 'hand' };
			const [a, b] = [workKeys(one.item), workKeys(other.item)];
			return {
				codes,
				by: a.doi !== undefined && a.doi === b.doi ? 'doi' : isSameWork(a, b) ? 'title' : 'hand'
			};
		})
	);
}

/** Keeps what a region of the pool holds as runs, one for each index that has records there. @returns their numbers */
export async function keepPooled(
	person: Person | undefined,
	inquiryId: string,
	wish: PoolWish
): Promise<number[]> {
	await allowIn(person, 'change-inquiry', inquiryId);
	const { found, region } = await poolOf(person, inquiryId, wish);
	const names = found.map(({ at }) => at.current.index.name);
	// What a text finds, and all of it, is kept with the text, so that it can be repeated and changed.
	const cql = wish.members.length === 0 && !wish.has && !wish.limits ? (wish.cql ?? '') : '';
	const within = wish.members.length > 0 ? wish.members.map((part) => names[part]) : names;
	const numbers: number[] = [];
	for (const [part, { at }] of found.entries()) {
		const records = region.flatMap((item) => item.flatMap((one) => (one.part === part ? [one.record] : [])));
		if (records.length === 0) continue;
		numbers.push(
			await keepFound(person, inquiryId, {
				indexCode: at.current.index.code,
				name:
					(wordsOfCql(cql) ?? cql) ||
					`works ${within.length === 1 ? 'only in' : 'in'} ${within.join(' and ')}`,
				cql,
				edition: at.current.edition?.label ?? '',
				recordsRevision: at.sets.revision,
				found: RecordSet.from(records)
			})
		);
	}
	return numbers;
}

/**
 * Says of records that each is of one work with each of the others, or of none; or takes back what was said. Kept for
 * everybody, and when they come in again.
 */
export async function sayOfWorks(
	person: Person | undefined,
	records: readonly RecordName[],
	others: readonly RecordName[],
	same: boolean | null
): Promise<void> {
	const { id } = allow(person, 'work');
	for (const name of [...records, ...others]) await recordNumber(await currentIndex(name.code), name.key);
	const pairs = records.flatMap((one) => others.map((other) => [one, other] as const));
	if (pairs.some(([one, other]) => one.code === other.code))
		throw new ServiceError(
			422,
			'same-index',
			'Two records of one index are two items: only records of different indexes can be of one work here.'
		);
	for (const [one, other] of pairs) await decideWork(one, other, same, id);
}
