/** Works of the reading list as citations: formatted, and looked through for what is probably wrong. */
import type { InferOutput } from 'valibot';
import { inOrder, type ListedRecord, type ListEntry } from '../../../core/crosswalk';
import type { CslItem } from '../../../core/evidence/citation';
import { checkCitation, checkTogether, type CitationFinding, mended } from '../../../core/reading';
import { allowIn, loadInquiry } from '../inquiry';
import { allow, type Person } from '../people';
import { citeAll, citeOrBegin } from '../records';
import { foundOfRuns } from '../runs';
import { listIndexes } from '../vocabulary';
import { remembered } from './reading-lists';
import type { citedList, citedRecordsBody, citedWorks } from './reading-list-schema';
import { seedsOf } from './works-to-list';
import { citedRecords, nameOf, numbersOfRecords } from './work-record-rows';

type Which = InferOutput<typeof citedWorks>;

/** Formats works of the list, as they were mended; of many, says by which job. */
export async function citeList(
	person: Person | undefined,
	inquiryId: string,
	{ style, locale, ...which }: InferOutput<typeof citedList>
) {
	const entries = await entriesOf(person, inquiryId, which);
	const items = await itemsOf(entries.flatMap(({ records }) => records));
	return citeOrBegin(person, { items: entries.map((entry) => itemOfEntry(entry, items)), style, locale });
}

export async function entriesOf(
	person: Person | undefined,
	inquiryId: string,
	{ part, ids }: Which
): Promise<ListEntry[]> {
	await allowIn(person, 'read', inquiryId);
	const { inquiry } = await loadInquiry(inquiryId);
	if (ids) return ids.flatMap((id) => inquiry.entries[id] ?? []);
	return inOrder(inquiry.entries).filter(({ decision }) => part === 'all' || decision === part);
}

/** The citation of an entry under the entry's own name. */
export function itemOfEntry(entry: ListEntry, items: ReadonlyMap<string, CslItem>): CslItem {
	const [own] = entry.records.flatMap((record) => items.get(nameOf(record)) ?? []);
	return { ...mended(entry.citation ?? own ?? remembered(entry), entry.mends), id: entry.id };
}

const AT_A_TIME = 2_000;

/** Citations of records by name, without their abstracts; one that is gone is left out. */
export async function itemsOf(names: readonly ListedRecord[]): Promise<Map<string, CslItem>> {
	const items = new Map<string, CslItem>();
	for (let from = 0; from < names.length; from += AT_A_TIME) {
		const some = names.slice(from, from + AT_A_TIME);
		const numbers = await numbersOfRecords(some);
		for (const code of new Set(some.map(({ indexCode }) => indexCode))) {
			const own = some.flatMap((name) => (name.indexCode === code ? (numbers.get(nameOf(name)) ?? []) : []));
			for (const { key, item } of await citedRecords(code, own)) items.set(`${code}/${key}`, item);
		}
	}
	return items;
}

/** What is probably wrong with a work of the list. */
export interface CheckedWork {
	id: string;
	/** Its citation as it stands, mended. */
	item: CslItem;
	findings: CitationFinding[];
}

/** Works are told one by one up to here; the rest once these are mended. */
const MOST_TOLD = 500;

/** Looks through the citations of a list: those with findings, in the order of the list, and how many were looked at. */
export async function checkList(
	person: Person | undefined,
	inquiryId: string,
	which: Which
): Promise<{ checked: number; wrong: number; works: CheckedWork[] }> {
	const entries = await entriesOf(person, inquiryId, which);
	const [items, indexes] = await Promise.all([
		itemsOf(entries.flatMap(({ records }) => records)),
		listIndexes(person)
	]);
	const names = new Map(indexes.map(({ code, name }) => [code, name]));
	const cited = entries.map((entry) => ({ id: entry.id, item: itemOfEntry(entry, items) }));
	const together = checkTogether(cited);
	const works: CheckedWork[] = [];
	for (const [i, { id, item }] of cited.entries()) {
		const elsewhere = entries[i].records.flatMap((record) => {
			const other = items.get(nameOf(record));
			return other ? [{ index: names.get(record.indexCode) ?? record.indexCode, item: other }] : [];
		});
		const findings = [...checkCitation(item, elsewhere), ...(together.get(id) ?? [])];
		if (findings.length > 0) works.push({ id, item, findings });
	}
	return { checked: cited.length, wrong: works.length, works: works.slice(0, MOST_TOLD) };
}

/** Records cited through the public API: the bibliography whole, and each of its entries. */
export async function citeRecords(
	person: Person | undefined,
	{ records, style, locale, format }: InferOutput<typeof citedRecordsBody>
) {
	allow(person, 'read');
	const names = records.map(({ index, id }): ListedRecord => ({ indexCode: index, record: id }));
	await seedsOf(names);
	const items = await itemsOf(names);
	const cited = await citeAll(person, {
		items: names.flatMap((name) => {
			const item = items.get(nameOf(name));
			return item ? [{ ...item, id: nameOf(name) }] : [];
		}),
		style,
		locale
	});
	const byName = new Map(records.map((record) => [`${record.index}/${record.id}`, record]));
	const entries = cited.map(({ id, html, text, inText }) => ({
		record: byName.get(id),
		entry: format === 'html' ? html : text,
		inText: inText[format]
	}));
	const bibliography =
		format === 'html'
			? `<div class="csl-bib-body">${cited.map(({ html }) => `<div class="csl-entry">${html}</div>`).join('\n')}</div>`
			: cited.map(({ text }) => text).join('\n');
	return { style, format, bibliography, entries };
}

/** More kept works than this stand in a report without a style: to format them would keep its reader waiting. */
const MOST_STYLED = 500;

/** Works, each in a line, in the order of the style's bibliography. */
export async function citeEntries(
	person: Person | undefined,
	entries: readonly ListEntry[],
	style: string
): Promise<string[]> {
	if (entries.length > MOST_STYLED)
		return entries.map(({ authors, year, title, source }) =>
			[authors, year ? `(${year})` : '', title, source].filter(Boolean).join('. ')
		);
	const items = await itemsOf(entries.flatMap(({ records }) => records));
	const cited = await citeAll(person, { items: entries.map((entry) => itemOfEntry(entry, items)), style });
	return cited.map(({ text }) => text);
}

/** How many of some works a run of the inquiry found, in whichever index. */
export async function worksFoundBy(
	inquiryId: string,
	entries: readonly ListEntry[],
	runs: readonly number[]
): Promise<number> {
	const found = (await foundOfRuns(inquiryId)).filter((run) => runs.includes(run.number));
	const numbers = await numbersOfRecords(entries.flatMap(({ records }) => records));
	return entries.filter(({ records }) =>
		records.some((record) => {
			const n = numbers.get(nameOf(record));
			return n !== undefined && found.some((run) => run.indexCode === record.indexCode && run.found.has(n));
		})
	).length;
}
