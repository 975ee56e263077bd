/** Putting works on the reading list: from results, pooled lists and files, each once. */
import { randomUUID } from 'node:crypto';
import type { Command, Inquiry, ListedRecord, NewEntry } from '../../../core/crosswalk';
import { KnownWorks, workKeys } from '../../../core/evidence';
import { authorsInShort, type CslItem, yearOf } from '../../../core/evidence/citation';
import { ServiceError } from '../errors';
import { allowIn, changeInquiry, loadInquiry } from '../inquiry';
import type { Person } from '../people';
import { citationsOf } from '../records';
import { ordered } from '../search';
import { matchedWorks } from './matching';
import { poolOf, type PoolWish } from './pooled-lists';
import { orderItems } from './pooling';
import type { TakenFrom } from './reading-list-schema';
import { type Asked, resultAsked } from './results';
import { citedRecords, nameOf, numbersOfRecords, partnersOf } from './work-record-rows';

/** What came of putting works on the list. */
export interface Taken {
	added: number;
	/** Works that were on it before. */
	already: number;
	/** What the log says of it; nothing where nothing was added. */
	summary: string;
	/** Of a file: what could not be read. */
	faults: { line?: number; message: string }[];
}

/** A list is for reading: what is longer has to be narrowed first. */
const MOST_TAKEN = 20_000;
/** Works in one change. */
const AT_A_TIME = 5_000;

interface Seed {
	code: string;
	n: number;
}

/** Puts what a result holds on the list, best match first. */
export async function takeResult(
	person: Person | undefined,
	inquiryId: string,
	code: string,
	asked: Asked,
	how: TakenFrom
): Promise<Taken> {
	await allowIn(person, 'change-inquiry', inquiryId);
	const { at, result, strategy } = await resultAsked(person, inquiryId, code, asked);
	notTooMany(result.size);
	const order = await ordered(at.sets, at.vocabulary.edition, result, strategy, 'relevance');
	const own = at.current.index.code;
	return takeSeeds(
		person,
		inquiryId,
		Array.from(order, (n) => ({ code: own, n })),
		how
	);
}

/** Puts the works of a pooled list, or of a region of it, on the list. */
export async function takePool(
	person: Person | undefined,
	inquiryId: string,
	wish: PoolWish,
	how: TakenFrom
): Promise<Taken> {
	await allowIn(person, 'change-inquiry', inquiryId);
	const { found, region } = await poolOf(person, inquiryId, wish);
	notTooMany(region.length);
	const codes = found.map(({ at }) => at.current.index.code);
	const items = await orderItems(found, region, wish.sort);
	return takeSeeds(
		person,
		inquiryId,
		items.map(([{ part, record }]) => ({ code: codes[part], n: record })),
		how
	);
}

/** Puts some records on the list, by what their indexes call them. */
export async function takeRecords(
	person: Person | undefined,
	inquiryId: string,
	records: readonly ListedRecord[],
	how: TakenFrom
): Promise<Taken> {
	await allowIn(person, 'change-inquiry', inquiryId);
	return takeSeeds(person, inquiryId, await seedsOf(records), how);
}

/** @throws ServiceError naming the first record that is not there */
export async function seedsOf(records: readonly ListedRecord[]): Promise<Seed[]> {
	const known = await numbersOfRecords(records);
	return records.map(({ indexCode, record }) => {
		const n = known.get(`${indexCode}/${record}`);
		if (n === undefined)
			throw new ServiceError(404, 'no-record', `There is no record “${record}” in ${indexCode}.`);
		return { code: indexCode, n };
	});
}

function notTooMany(count: number): void {
	if (count > MOST_TAKEN)
		throw new ServiceError(
			422,
			'too-many',
			`These are ${count} works; a reading list takes ${MOST_TAKEN} at most. Narrow the search first: nothing was put on the list.`
		);
}

async function takeSeeds(
	person: Person | undefined,
	inquiryId: string,
	seeds: readonly Seed[],
	how: TakenFrom
): Promise<Taken> {
	const { inquiry } = await loadInquiry(inquiryId);
	const { fresh, already } = await freshOf(inquiry, seeds);
	return { ...(await put(person, inquiryId, fresh, how)), already, faults: [] };
}

/** Of some records those whose work is not on the list, each with the records of the same work in the chosen indexes. */
async function freshOf(
	inquiry: Inquiry,
	seeds: readonly Seed[]
): Promise<{ fresh: NewEntry[]; already: number }> {
	const onList = new Set(Object.values(inquiry.entries).flatMap(({ records }) => records.map(nameOf)));
	const codes = [...new Set([...inquiry.about.indexes, ...seeds.map(({ code }) => code)])];
	const cited = new Map<string, { key: string; item: CslItem }>();
	const partners = new Map<string, ListedRecord[]>();
	for (const code of new Set(seeds.map((seed) => seed.code))) {
		const numbers = seeds.flatMap((seed) => (seed.code === code ? [seed.n] : []));
		const [rows, others] = await Promise.all([citedRecords(code, numbers), partnersOf(code, numbers, codes)]);
		for (const { n, key, item } of rows) cited.set(`${code} ${n}`, { key, item });
		for (const { n, otherCode, otherKey } of others) {
			const name = `${code} ${n}`;
			partners.set(name, [...(partners.get(name) ?? []), { indexCode: otherCode, record: otherKey }]);
		}
	}
	const fresh: NewEntry[] = [];
	let already = 0;
	for (const { code, n } of seeds) {
		const name = `${code} ${n}`;
		const own = cited.get(name);
		if (!own) continue;
		const first: ListedRecord = { indexCode: code, record: own.key };
		const others = partners.get(name) ?? [];
		if ([first, ...others].some((record) => onList.has(nameOf(record)))) {
			already++;
			continue;
		}
		const records = [first, ...others];
		for (const record of records) onList.add(nameOf(record));
		fresh.push({ id: randomUUID(), records, ...asListed(own.item) });
	}
	return { fresh, already };
}

/** What the list itself says of a work. */
export const asListed = (item: CslItem) => ({
	title: item.title ?? '',
	authors: authorsInShort(item),
	source: item['container-title'] ?? item.publisher ?? '',
	year: yearOf(item) ?? null
});

async function put(
	person: Person | undefined,
	inquiryId: string,
	fresh: readonly NewEntry[],
	{ from, client }: TakenFrom
): Promise<Pick<Taken, 'added' | 'summary'>> {
	let summary = '';
	for (let at = 0; at < fresh.length; at += AT_A_TIME) {
		const entries = fresh.slice(at, at + AT_A_TIME);
		const command: Command = { kind: 'entries.add', from, entries };
		const sender = { base: Number.MAX_SAFE_INTEGER, client };
		({ summary } = await changeInquiry(person, inquiryId, command, sender));
	}
	return { added: fresh.length, summary };
}

/** Puts the works of a file on the list: those that an index of the inquiry has by their records, the others as they are cited. */
export async function takeCitations(
	person: Person | undefined,
	inquiryId: string,
	text: string,
	how: TakenFrom
): Promise<Taken> {
	await allowIn(person, 'change-inquiry', inquiryId);
	const { items, findings } = await citationsOf(text);
	notTooMany(items.length);
	const { inquiry } = await loadInquiry(inquiryId);
	const works = await matchedWorks(inquiry.about.indexes, items);
	const known = works.flatMap(([first]) => (first ? [{ indexCode: first.index, record: first.key }] : []));
	const { fresh, already } = await freshOf(inquiry, await seedsOf(known));
	const cited = new KnownWorks();
	for (const { citation } of Object.values(inquiry.entries)) if (citation) cited.add(workKeys(citation));
	const faults = findings.filter(({ severity }) => severity === 'error');
	let again = 0;
	for (const [i, item] of items.entries()) {
		if (works[i].length > 0) continue;
		if (cited.has(workKeys(item))) again++;
		// A bare DOI says too little to be read by.
		else if (item.title === undefined)
			faults.push({
				severity: 'error',
				rule: 'unknown-work',
				message: `No index of this inquiry has “${item.DOI ?? item.id}”, and nothing more is said of it.`
			});
		else {
			cited.add(workKeys(item));
			fresh.push({ id: randomUUID(), records: [], citation: item, ...asListed(item) });
		}
	}
	const made = await put(person, inquiryId, fresh, how);
	return {
		...made,
		already: already + again,
		faults: faults.map(({ line, message }) => ({ line, message }))
	};
}
