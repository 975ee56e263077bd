/** The reading list as it is read, set by scripts, and taken away. */
import { randomUUID } from 'node:crypto';
import type { InferOutput } from 'valibot';
import {
	type Command,
	inOrder,
	type ListedRecord,
	type ListEntry,
	type NewEntry
} from '../../../core/crosswalk';
import type { CslItem } from '../../../core/evidence/citation';
import type { RecordDraft } from '../../../core/formats/record-draft';
import { mended } from '../../../core/reading';
import { ServiceError } from '../errors';
import { allowIn, changeInquiry, loadInquiry } from '../inquiry';
import type { Person } from '../people';
import { draftOf, recordFile, type RecordLine, recordLines } from '../records';
import { currentIndex } from '../vocabulary';
import type { exportedList, listedBody } from './reading-list-schema';
import { asListed, seedsOf } from './works-to-list';
import { citedRecords, nameOf, numbersOfRecords } from './work-record-rows';

/** A work of the list as it is read: its records, and its citation with what was mended. */
export interface ListedWork {
	id: string;
	/** Those that are there now, in the order of the entry. */
	records: (RecordLine & { indexCode: string })[];
	/** Those that are gone. */
	gone: ListedRecord[];
	item: CslItem;
}

/** Works of the list in full, by the identifiers of their entries; those that are no longer on it are left out. */
export async function listedWorks(
	person: Person | undefined,
	inquiryId: string,
	ids: readonly string[]
): Promise<ListedWork[]> {
	await allowIn(person, 'read', inquiryId);
	const { inquiry } = await loadInquiry(inquiryId);
	return worksOf(ids.flatMap((id) => inquiry.entries[id] ?? []));
}

export async function worksOf(entries: readonly ListEntry[]): Promise<ListedWork[]> {
	const names = entries.flatMap(({ records }) => records);
	const numbers = await numbersOfRecords(names);
	const lines = new Map<string, RecordLine & { indexCode: string }>();
	for (const indexCode of new Set(names.map((name) => name.indexCode))) {
		const own = names.flatMap((name) =>
			name.indexCode === indexCode ? (numbers.get(nameOf(name)) ?? []) : []
		);
		if (own.length === 0) continue;
		for (const line of await recordLines(await currentIndex(indexCode), own))
			lines.set(`${indexCode}/${line.id}`, { ...line, indexCode });
	}
	return entries.map((entry) => {
		const records = entry.records.flatMap((name) => lines.get(nameOf(name)) ?? []);
		return {
			id: entry.id,
			records,
			gone: entry.records.filter((name) => !lines.has(nameOf(name))),
			item: mended(entry.citation ?? records[0]?.item ?? remembered(entry), entry.mends)
		};
	});
}

/** What the list remembers of a work whose records are gone. */
export const remembered = ({ id, title, authors, source, year }: ListEntry): CslItem => ({
	id,
	type: 'document',
	title,
	...(authors && { author: [{ literal: authors }] }),
	...(source && { 'container-title': source }),
	...(year !== null && { issued: { 'date-parts': [[year]] } })
});

/** The entries of the list, in the order in which they came. */
export async function readList(person: Person | undefined, inquiryId: string): Promise<ListEntry[]> {
	await allowIn(person, 'read', inquiryId);
	return inOrder((await loadInquiry(inquiryId)).inquiry.entries);
}

/** The list through the public API: it becomes just this. What is not said of a work that stays is left as it was. */
export async function setList(
	person: Person | undefined,
	inquiryId: string,
	wanted: InferOutput<typeof listedBody>
): Promise<void> {
	await allowIn(person, 'change-inquiry', inquiryId);
	const { inquiry } = await loadInquiry(inquiryId);
	const byRecord = new Map(
		Object.values(inquiry.entries).flatMap(({ id, records }) =>
			records.map((record) => [nameOf(record), id] as const)
		)
	);
	const names = wanted.map(({ records }) =>
		records.map(({ index, id }): ListedRecord => ({ indexCode: index, record: id }))
	);
	const seen = new Set<string>();
	const twice = names.flat().find((name) => seen.has(nameOf(name)) || !seen.add(nameOf(name)));
	if (twice) throw new ServiceError(422, 'twice', `“${twice.record}” of ${twice.indexCode} is named twice.`);
	const seeds = await seedsOf(names.flat());
	const cited = new Map<string, CslItem>();
	for (const code of new Set(seeds.map((seed) => seed.code))) {
		const own = seeds.flatMap((seed) => (seed.code === code ? [seed.n] : []));
		for (const { key, item } of await citedRecords(code, own)) cited.set(`${code}/${key}`, item);
	}
	const kept = new Set<string>();
	const entries: NewEntry[] = [];
	const settings = wanted.map(({ id, citation = null, decision, reason, note, tags }, i): Command => {
		const known = [id, ...names[i].map((name) => byRecord.get(nameOf(name)))].find(
			(one) => one !== undefined && Object.hasOwn(inquiry.entries, one) && !kept.has(one)
		);
		const own = known ?? randomUUID();
		kept.add(own);
		const [first] = names[i];
		const item = (first && cited.get(nameOf(first))) ?? citation;
		if (known === undefined) {
			if (!item)
				throw new ServiceError(422, 'no-work', `Entry ${i + 1} names no record and gives no citation.`);
			entries.push({ id: own, records: names[i], citation: first ? null : citation, ...asListed(item) });
		}
		return { kind: 'entries.set', ids: [own], decision, reason, note, tags, records: names[i] };
	});
	const removed = Object.keys(inquiry.entries).filter((id) => !kept.has(id));
	await changeInquiry(person, inquiryId, {
		kind: 'many',
		title: `Set the reading list to ${wanted.length} ${wanted.length === 1 ? 'work' : 'works'}`,
		commands: [
			...(removed.length > 0 ? [{ kind: 'entries.remove' as const, ids: removed }] : []),
			{ kind: 'entries.add', from: 'a script', entries },
			...settings
		]
	});
}

const EXPORTED = 500;

/** The list as a file of citations, as they were mended. */
export async function exportList(
	person: Person | undefined,
	inquiryId: string,
	ending: string,
	{ decision, abstracts, headings }: InferOutput<typeof exportedList>
): Promise<Response> {
	const entries = (await readList(person, inquiryId)).filter(
		(entry) => decision.length === 0 || decision.includes(entry.decision)
	);
	async function* batches() {
		// An empty list is a file too.
		for (let from = 0; from === 0 || from < entries.length; from += EXPORTED)
			yield (await worksOf(entries.slice(from, from + EXPORTED))).map((work) =>
				draftOfWork(work, { abstracts, headings })
			);
	}
	return recordFile(batches(), ending, 'reading-list');
}

/** Some records of an index as a file of citations. */
export async function exportRecordsNamed(
	person: Person | undefined,
	inquiryId: string,
	code: string,
	keys: readonly string[],
	ending: string
): Promise<Response> {
	await allowIn(person, 'read', inquiryId);
	const seeds = await seedsOf(keys.map((record) => ({ indexCode: code, record })));
	const lines = await recordLines(
		await currentIndex(code),
		seeds.map(({ n }) => n)
	);
	const drafts = lines.map(draftOf);
	async function* batches() {
		yield await Promise.resolve(drafts);
	}
	return recordFile(batches(), ending, 'records');
}

/** A work as it goes out: one citation with the headings that any of its records has. */
function draftOfWork(
	{ id, item, records }: ListedWork,
	{ abstracts, headings }: { abstracts: boolean; headings: boolean }
): RecordDraft {
	const { abstract: _, ...bare } = item;
	const taggings = headings ? records.flatMap((line) => draftOf(line).taggings) : [];
	const names = new Set<string>();
	const [first] = records;
	return {
		// Two indexes may call different records alike.
		key: first ? `${first.indexCode}-${first.id}` : id,
		item: abstracts ? item : (bare as CslItem),
		taggings: taggings.filter(({ uri, chief, aspect = '' }) => {
			const name = `${uri} ${chief} ${aspect}`;
			return !names.has(name) && names.add(name);
		}),
		...(!headings && { keepsTaggings: true as const })
	};
}
