/** How well the strategies of an inquiry find the records that are known to be relevant, and what would catch the others. */
import { randomUUID } from 'node:crypto';
import { overRepresentation } from '../../../core/evidence';
import { keywordsOf } from '../../../core/evidence/citation';
import type { Inquiry } from '../../../core/crosswalk';
import { type Addition, type Missed, recallOf, worthOf, worthTogether } from '../../../core/reading';
import { leavesOfStrategy, tokensOf, type Leaf } from '../../../core/search';
import { contentWords, fold } from '../../../core/text';
import { ServiceError } from '../errors';
import { allowIn, changeInquiry, loadInquiry, coalescedView } from '../inquiry';
import type { Person } from '../people';
import { citationsOf, type RecordLine, recordLines, recordNumber } from '../records';
import { findRecordsIn } from '../search';
import { currentIndex } from '../vocabulary';
import { recordsOfTheirWorks } from './work-record-rows';
import { matchedWorks } from './matching';

export interface WouldPass {
	/** The block of which it would be a line. */
	concept: string;
	kind: 'heading' | 'word';
	uri?: string;
	label: string;
	/** Records that would come in with it. */
	adds: number;
}

export interface MissedPearl extends Omit<Missed, 'record'> {
	id: string;
	title: string;
	/** What has a word of the concept first, then what tells the pearls from the rest; what speaks for another concept last. */
	wouldPass: WouldPass[];
	/** Of each block the likeliest, and what all of them, without what else keeps it out, would add. */
	together: { additions: WouldPass[]; adds: number };
}

export interface PearlsOfIndex {
	index: string;
	pearls: number;
	found: { id: string; title: string }[];
	/** Of the pearls that the index has; null where it has none. */
	recall: number | null;
	missed: MissedPearl[];
	/** Pearls of works that the index does not have. */
	elsewhere: { id: string; title: string }[];
}

/** Author's keywords of a record that are looked into; each is a word to be searched. */
const MOST_KEYWORDS = 4;
/** Of more missed pearls than this, words are not looked into: each costs a search. */
const MOST_WORDED = 20;

export async function pearlsOf(person: Person | undefined, inquiryId: string): Promise<PearlsOfIndex[]> {
	await allowIn(person, 'read', inquiryId);
	return coalescedView(inquiryId, 'pearls', () => pearlsNow(inquiryId));
}

async function pearlsNow(inquiryId: string): Promise<PearlsOfIndex[]> {
	const { inquiry } = await loadInquiry(inquiryId);
	const pearls = Object.values(inquiry.pearls).sort((a, b) => a.position - b.position);
	const rows = await recordsOfTheirWorks(
		pearls.map(({ indexCode }) => indexCode),
		pearls.map(({ record }) => record)
	);
	return Promise.all(
		inquiry.about.indexes.map(async (code) => {
			const here = rows.filter(({ index }) => index === code);
			const own = new Map(here.map((row) => [row.n, row]));
			const known = new Set(here.map((row) => `${row.code} ${row.key}`));
			const elsewhere = pearls
				.filter(({ indexCode, record }) => !known.has(`${indexCode} ${record}`))
				.map(({ record, title }) => ({ id: record, title }));
			const titleOf = (n: number) => ({ id: own.get(n)?.id ?? '', title: own.get(n)?.title ?? '' });
			const { found, missed } = await recalled(inquiry, code, [...own.keys()]);
			return {
				index: code,
				pearls: own.size,
				found: found.map(titleOf),
				recall: own.size === 0 ? null : found.length / own.size,
				missed: missed.map(({ record, ...why }) => ({ ...titleOf(record), ...why })),
				elsewhere
			};
		})
	);
}

type Reasoned = Omit<MissedPearl, 'id' | 'title'> & { record: number };

async function recalled(
	inquiry: Inquiry,
	code: string,
	numbers: readonly number[]
): Promise<{ found: number[]; missed: Reasoned[] }> {
	if (numbers.length === 0) return { found: [], missed: [] };
	const { current, sets, vocabulary, strategy } = await findRecordsIn(inquiry, code);
	const loaded = await sets.load(leavesOfStrategy(strategy, false), vocabulary);
	const { found, missed } = recallOf(strategy, numbers, loaded);
	if (missed.length === 0) return { found, missed: [] };
	const lines = new Map((await recordLines(current, numbers)).map((line) => [line.n, line]));
	/** How many of the pearls carry each heading: what they share is the likeliest to be what is missing. */
	const shared = new Map<string, number>();
	for (const { headings } of lines.values())
		for (const uri of new Set(headings.map((one) => one.uri))) shared.set(uri, (shared.get(uri) ?? 0) + 1);
	const optionsOf = (
		{ item, headings }: RecordLine,
		block: string
	): (Addition & Omit<WouldPass, 'adds'>)[] => {
		const tagged = new Map(headings.map(({ uri, label }) => [uri, label]));
		const words = missed.length <= MOST_WORDED ? wordsFor(inquiry, block, code, item) : [];
		return [
			...Array.from(tagged, ([uri, label]) => ({
				block,
				concept: block,
				kind: 'heading' as const,
				uri,
				label,
				leaf: { kind: 'heading' as const, uri, withNarrower: false, cuts: [], chief: false }
			})),
			...words.map((text) => ({
				block,
				concept: block,
				kind: 'word' as const,
				label: text,
				leaf: { kind: 'word' as const, text, capitals: false, field: 'keywords' as const }
			}))
		];
	};
	const options = missed.map(({ blocks, record }) => {
		const line = lines.get(record);
		return line ? blocks.flatMap((block) => optionsOf(line, block)) : [];
	});
	const more: Leaf[] = options.flat().map(({ leaf }) => leaf);
	const all = await sets.load([...leavesOfStrategy(strategy, false), ...more], vocabulary);
	// What many pearls share is counted once.
	const distinct = new Map(options.flat().map((one) => [nameOf(one), one]));
	const adds = worthOf(strategy, [...distinct.values()], all);
	/** How much more often the pearls carry a heading than the index does; nothing for a word. */
	const tells = ({ leaf, uri }: (typeof options)[number][number]) =>
		uri === undefined
			? 0
			: overRepresentation(
					{ a: shared.get(uri) ?? 0, n: numbers.length, whole: all.of(leaf).size, all: sets.records },
					1
				);
	/** Whether a heading speaks for another concept, which searches it or has it among its words. */
	const isElsewhere = ({ block, uri, label }: (typeof options)[number][number]) =>
		strategy.blocks.some(
			({ id, lines }) =>
				id !== block &&
				lines.some((line) =>
					line.kind === 'heading'
						? line.test.headings.some((heading) => heading.uri === uri)
						: line.kind === 'word' && fold(line.test.text) === fold(label)
				)
		);
	const spoken = new Map<string, string[]>();
	/** Whether its label has a word of the concept: what a person would take first. */
	const speaksForIt = ({ block, label }: (typeof options)[number][number]) => {
		const own = spoken.get(block) ?? contentWordsOf(inquiry, block);
		spoken.set(block, own);
		return contentWords(fold(label)).some((word) => own.some((other) => areAlike(word, other)));
	};
	const judged = new Map(
		Array.from(distinct, ([name, one], i) => [
			name,
			{
				...one,
				adds: adds[i],
				tells: tells(one),
				isElsewhere: isElsewhere(one),
				speaksForIt: speaksForIt(one)
			}
		])
	);
	return {
		found,
		missed: missed.map((why, i) => {
			// A word that the record has not after all lets nothing through.
			const passing = options[i]
				.filter(({ leaf }) => all.of(leaf).has(why.record))
				.flatMap((one) => judged.get(nameOf(one)) ?? [])
				.sort(
					(a, b) =>
						Number(a.isElsewhere) - Number(b.isElsewhere) ||
						Number(b.speaksForIt) - Number(a.speaksForIt) ||
						b.tells - a.tells ||
						a.adds - b.adds
				);
			const chosen = why.blocks.flatMap((block) => passing.find((one) => one.block === block) ?? []);
			const plain = ({ concept, kind, uri, label, adds }: (typeof passing)[number]): WouldPass => ({
				concept,
				kind,
				...(uri !== undefined && { uri }),
				label,
				adds
			});
			return {
				...why,
				wouldPass: passing.map(plain),
				together: { additions: chosen.map(plain), adds: worthTogether(strategy, chosen, why, all) }
			};
		})
	};
}

function contentWordsOf(inquiry: Inquiry, conceptId: string): string[] {
	const words = Object.values(inquiry.words).filter((word) => word.conceptId === conceptId);
	const name = inquiry.concepts[conceptId]?.name ?? '';
	return [name, ...words.map(({ text }) => text)].flatMap((text) =>
		contentWords(fold(text.replaceAll('*', '')))
	);
}
/** Letters that two words must have in common from the first on. */
const STEM = 4;
const areAlike = (a: string, b: string) =>
	a === b || (a.length >= STEM && b.length >= STEM && (a.startsWith(b) || b.startsWith(a)));

const nameOf = ({ block, leaf }: Addition) => JSON.stringify([block, leaf]);

/** Words that a record may be found by: those of the concept that are off in the index, and the author's keywords. */
function wordsFor(inquiry: Inquiry, conceptId: string, code: string, item: RecordLine['item']): string[] {
	const off = Object.values(inquiry.words).filter((word) => word.conceptId === conceptId && word.off.includes(code)); // prettier-ignore
	const words = [...off.map(({ text }) => text), ...keywordsOf(item).slice(0, MOST_KEYWORDS)];
	return [...new Set(words)].filter((text) => typeof tokensOf(text, false) !== 'string');
}

export interface Recognised {
	/** Works that some index of the inquiry has, each by its record in the first of them. */
	found: { indexCode: string; record: string; title: string }[];
	/** What no index has, as it was written. */
	unknown: string[];
	/** What could not be read. */
	faults: { line?: number; message: string }[];
	/** Pearls already. */
	already: number;
}

/** The records that a text of citations is about; nothing is marked yet. */
export async function recognise(
	person: Person | undefined,
	inquiryId: string,
	text: string
): Promise<Recognised> {
	await allowIn(person, 'read', inquiryId);
	const { inquiry } = await loadInquiry(inquiryId);
	const { items, findings } = await citationsOf(text);
	const works = await matchedWorks(inquiry.about.indexes, items);
	const recognised: Recognised = {
		found: [],
		unknown: [],
		faults: findings
			.filter(({ severity }) => severity === 'error')
			.map(({ line, message }) => ({ line, message })),
		already: 0
	};
	const pearls = new Set(
		Object.values(inquiry.pearls).map(({ indexCode, record }) => `${indexCode}\n${record}`)
	);
	const isPearl = (code: string, key: string) => pearls.has(`${code}\n${key}`);
	const seen = new Set<string>();
	for (const [i, own] of works.entries()) {
		const [first] = own;
		if (!first) recognised.unknown.push(items[i].title ?? items[i].DOI ?? items[i].id);
		else if (own.some(({ index, key }) => isPearl(index, key))) recognised.already++;
		else if (!seen.has(`${first.index} ${first.key}`)) {
			seen.add(`${first.index} ${first.key}`);
			recognised.found.push({ indexCode: first.index, record: first.key, title: first.title });
		}
	}
	return recognised;
}

/** Marks a record as a pearl, or takes that back; answers with how they stand then. */
export async function setPearl(
	person: Person | undefined,
	inquiryId: string,
	code: string,
	key: string,
	isPearl: boolean
): Promise<PearlsOfIndex[]> {
	const { inquiry } = await loadInquiry(inquiryId);
	const known = Object.values(inquiry.pearls).find((one) => one.indexCode === code && one.record === key);
	if (isPearl) {
		const current = await currentIndex(code);
		const [{ item }] = await recordLines(current, [await recordNumber(current, key)]);
		if (!known)
			await changeInquiry(person, inquiryId, {
				kind: 'pearl.add',
				id: randomUUID(),
				indexCode: code,
				record: key,
				title: item.title ?? ''
			});
	} else {
		if (!known) throw new ServiceError(404, 'no-pearl', `“${key}” of ${code} is no pearl of this inquiry.`);
		await changeInquiry(person, inquiryId, { kind: 'pearl.remove', id: known.id });
	}
	return pearlsOf(person, inquiryId);
}
