/** What searches of several indexes find, as one list without duplicates. */
import type { InferOutput } from 'valibot';
import { yearOf } from '../../../core/evidence/citation';
import {
	ALONE,
	contributions,
	KNOTTED,
	numberWorks,
	pool,
	type PoolRecord,
	type WorkNumbers
} from '../../../core/reading';
import { RecordSet } from '../../../core/search';
import { ServiceError } from '../errors';
import { allowIndexes } from '../inquiry';
import { allow, type Person } from '../people';
import { decisionsAmong, type IndexSets, pairsOfWorks, type RecordLine, recordLines } from '../records';
import { type Found, foundByCql, ordered } from '../search';
import { orderOfKeys } from './pool-rows';
import type { poolBody } from './reading-schema';

export interface Pooled {
	/** Works found. */
	items: number;
	of: { index: string; count: number; alone: number }[];
	list: { records: { index: string; id: string }[]; title: string; year: number | null }[];
}

/** Where each record stands among all of its index by what that calls it. */
function ranksByKey(sets: IndexSets): Promise<Uint32Array> {
	return sets.fact('ranks by key', async () => {
		const ranks = new Uint32Array(sets.records);
		(await orderOfKeys(sets.code)).forEach((n, rank) => (ranks[n] = rank));
		return ranks;
	});
}

/**
 * The records of another index that are of one work with each record.
 * @param said what people said of works, as a text: where that changes, so do they
 */
async function partnersIn(here: IndexSets, there: IndexSets, said: string): Promise<Map<number, number[]>> {
	return here.fact(
		`partners in ${there.code}`,
		async () => {
			const partners = new Map<number, number[]>();
			for (const { n, other } of await pairsOfWorks(here.code, there.code))
				partners.set(n, [...(partners.get(n) ?? []), other]);
			return partners;
		},
		`${there.version} ${said}`
	);
}

/** Records of one work in indexes that are pooled, as it stands. */
interface Pairs {
	said: string;
	/** For each part the partners of its records in each part before it. */
	partners: Map<number, number[]>[][];
}

async function pairsAmong(found: readonly Found[]): Promise<Pairs> {
	const codes = found.map(({ at }) => at.current.index.code);
	if (new Set(codes).size < codes.length)
		throw new ServiceError(
			422,
			'index-twice',
			'Each subject index can be pooled once; join its searches in one text.'
		);
	const said = JSON.stringify(await decisionsAmong(codes));
	const partners = await Promise.all(
		found.map((own, part) =>
			Promise.all(found.slice(0, part).map((other) => partnersIn(own.at.sets, other.at.sets, said)))
		)
	);
	return { said, partners };
}

/** Items of what several indexes found. */
export async function itemsOf(found: readonly Found[]): Promise<PoolRecord[][]> {
	return pooledBy(found, await pairsAmong(found));
}

async function pooledBy(found: readonly Found[], { partners }: Pairs): Promise<PoolRecord[][]> {
	const sorted = await Promise.all(
		found.map(async ({ at, result }) => {
			const ranks = await ranksByKey(at.sets);
			return result.toArray().sort((a, b) => ranks[a] - ranks[b]);
		})
	);
	return pool(sorted, function* (part, record): Generator<PoolRecord> {
		for (const [other, map] of partners[part].entries())
			for (const one of map.get(record) ?? []) yield { part: other, record: one };
	});
}

/** The works of all records of some indexes, numbered; made once, until records or what is said of them change. */
function numbersOf(found: readonly Found[], { partners, said }: Pairs): Promise<WorkNumbers> {
	const sets = found.map(({ at }) => at.sets);
	return sets[0].fact(
		`numbers of works among ${sets.map(({ code }) => code).join(' ')}`,
		() => {
			const pairs = function* () {
				for (const [part, earlier] of partners.entries())
					for (const [other, map] of earlier.entries())
						for (const [record, others] of map)
							for (const one of others) yield [part, record, other, one] as const;
			};
			return Promise.resolve(
				numberWorks(
					sets.map(({ records }) => records),
					pairs()
				)
			);
		},
		`${sets.map(({ version }) => version).join(' ')} ${said}`
	);
}

/** How many items there are, without making them. O(records found). */
export async function countItems(found: readonly Found[]): Promise<number> {
	if (found.length === 0) return 0;
	const pairs = await pairsAmong(found);
	const { works, count } = await numbersOf(found, pairs);
	const seen = new Uint8Array(count);
	let items = 0;
	const knotted = found.map((own, part) => {
		const knots: number[] = [];
		for (const record of own.result.toArray()) {
			const work = works[part][record];
			if (work === ALONE) items++;
			else if (work === KNOTTED) knots.push(record);
			else if (seen[work] === 0) items += seen[work] = 1;
		}
		return { ...own, result: RecordSet.fromSorted(knots) };
	});
	if (knotted.every(({ result }) => result.size === 0)) return items;
	return items + (await pooledBy(knotted, pairs)).length;
}

/** The records of some items, line by line; one that is gone is left out. */
export async function linesOf(
	found: readonly Found[],
	items: readonly (readonly PoolRecord[])[]
): Promise<{ part: number; line: RecordLine }[][]> {
	const lines = await Promise.all(
		found.map(async ({ at }, part) => {
			const numbers = items.flatMap((item) =>
				item.filter((one) => one.part === part).map((one) => one.record)
			);
			return new Map((await recordLines(at.current, numbers)).map((line) => [line.n, line]));
		})
	);
	return items.map((item) =>
		item.flatMap(({ part, record }) => {
			const line = lines[part].get(record);
			return line ? [{ part, line }] : [];
		})
	);
}

/** What searches of several indexes find, through the public API. */
export async function pooled(
	person: Person | undefined,
	{ parts, sort, offset, limit }: InferOutput<typeof poolBody>
): Promise<Pooled> {
	allow(person, 'read');
	await allowIndexes(
		person,
		parts.map(({ index }) => index)
	);
	const found: Found[] = [];
	for (const { index, cql, limits } of parts) found.push(await foundByCql(index, cql, limits));
	const items = await itemsOf(found);
	const shown = (await orderItems(found, items, sort)).slice(offset, offset + limit);
	const counts = contributions(items, parts.length);
	return {
		items: items.length,
		of: parts.map(({ index }, part) => ({ index, ...counts[part] })),
		list: (await linesOf(found, shown)).map((own) => ({
			records: own.map(({ part, line }) => ({ index: parts[part].index, id: line.id })),
			title: own[0]?.line.item.title ?? '',
			year: (own[0] && yearOf(own[0].line.item)) ?? null
		}))
	};
}

/** Ties stay as the items were made. */
export async function orderItems(
	found: readonly Found[],
	items: readonly PoolRecord[][],
	sort: InferOutput<typeof poolBody>['sort']
): Promise<readonly PoolRecord[][]> {
	if (sort === 'spread') return [...items].sort((a, b) => b.length - a.length);
	if (sort === 'relevance') {
		// Scores of different indexes cannot be compared, so an item stands where the best of its records stands.
		const ranks = await Promise.all(
			found.map(async ({ at, result, strategy }) => {
				const order = await ordered(at.sets, at.vocabulary.edition, result, strategy, 'relevance');
				const rank = new Map<number, number>();
				order.forEach((n, i) => rank.set(n, i));
				return rank;
			})
		);
		const best = new Map(
			items.map((item) => [
				item,
				Math.min(...item.map(({ part, record }) => ranks[part].get(record) ?? Infinity))
			])
		);
		return [...items].sort((a, b) => (best.get(a) ?? 0) - (best.get(b) ?? 0));
	}
	const years = await Promise.all(found.map(({ at }) => at.sets.yearsByRecord()));
	const yearOfItem = (item: readonly PoolRecord[]) =>
		item.reduce((year, { part, record }) => year || years[part][record], 0);
	return sort === 'newest'
		? [...items].sort((a, b) => yearOfItem(b) - yearOfItem(a))
		: [...items].sort((a, b) => (yearOfItem(a) || 9999) - (yearOfItem(b) || 9999));
}
