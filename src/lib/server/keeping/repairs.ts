/** What later editions touch in an inquiry, with what is proposed and what it would find; taken or left one by one. */
import { apply, emptyInquiry, execute, type Inquiry, type Pick, picksOf } from '../../../core/crosswalk';
import { EditionStep, leaving, type Repair, repairsOf } from '../../../core/keeping';
import { evaluate, type Expression, headingExpression, leavesOf, RecordSet } from '../../../core/search';
import { perConnection } from '../db';
import { ServiceError } from '../errors';
import { allowIn, changeInquiry, loadInquiry, seenAmong, WITHOUT_WORKS } from '../inquiry';
import { allow, type Person } from '../people';
import { type IndexSets, searchVocabulary, setsOf, type SearchVocabulary } from '../records';
import {
	type CurrentIndex,
	currentIndex,
	currentIndexes,
	differenceBetween,
	editionLabelled,
	editionIndex,
	type EditionRow,
	editionsOf
} from '../vocabulary';
import { decidedIn, editionsDecidedIn } from './repair-rows';

/** What the cell of a repair finds by its headings. */
export interface RepairPrice {
	/** In the edition it was decided in, as it is searched now, and once the repair is taken. */
	then: number;
	now: number;
	after: number;
	/** Taken, against the edition it was decided in. */
	gained: number;
	lost: number;
}

export interface PricedRepair extends Repair {
	price?: RepairPrice;
}

interface Step {
	step: EditionStep;
	from: EditionRow;
}

/** Steps from an edition to another, by connection and by their numbers; editions never change. */
const stepsNow = perConnection(() => new Map<string, Promise<EditionStep>>());
/** Held at once: those of four indexes, from one or two editions each. */
const MOST_STEPS = 8;

function stepBetween(from: EditionRow, to: EditionRow): Promise<EditionStep> {
	const steps = stepsNow();
	const name = `${from.id} ${to.id}`;
	const known = steps.get(name);
	if (known) return known;
	const made = (async () => {
		const [difference, before, now] = await Promise.all([
			differenceBetween(from.id, to.id),
			editionIndex(from),
			editionIndex(to)
		]);
		return new EditionStep({ label: from.label, index: before }, { label: to.label, index: now }, difference);
	})();
	made.catch(() => steps.delete(name));
	for (const [oldest] of [...steps].slice(0, Math.max(0, steps.size + 1 - MOST_STEPS))) steps.delete(oldest);
	steps.set(name, made);
	return made;
}

/** The steps that lead from editions in which something was decided to the present one of an index. */
async function stepsOf({ index, edition }: CurrentIndex, decided: Iterable<string>): Promise<Step[]> {
	const labels = new Set(decided);
	if (edition) labels.delete(edition.label);
	if (!edition || labels.size === 0) return [];
	const kept = await editionsOf(index.code);
	return Promise.all(
		[...labels].flatMap((label) => {
			const from = kept.find((row) => row.label === label);
			return from ? [stepBetween(from, edition).then((step) => ({ step, from }))] : [];
		})
	);
}

/** Editions of an index in which an inquiry decided something. */
function decidedEditions({ picks, cells }: Inquiry, code: string): Set<string> {
	const labels = new Set<string>();
	for (const { indexCode, role, edition } of Object.values(picks))
		if (indexCode === code && role !== 'rejected') labels.add(edition);
	for (const { indexCode, noHeading, edition } of Object.values(cells))
		if (indexCode === code && noHeading) labels.add(edition);
	return labels;
}

/** How many repairs wait, without what they would find. */
export async function countRepairs(person: Person | undefined, inquiryId: string): Promise<number> {
	await allowIn(person, 'read', inquiryId);
	const { inquiry } = await loadInquiry(inquiryId, WITHOUT_WORKS);
	return (await unpriced(inquiry)).reduce((sum, { repairs }) => sum + repairs.length, 0);
}

/** Everything that later editions touch in an inquiry, index by index in the order of its columns. */
export async function repairsFor(person: Person | undefined, inquiryId: string): Promise<PricedRepair[]> {
	await allowIn(person, 'read', inquiryId);
	const { inquiry } = await loadInquiry(inquiryId, WITHOUT_WORKS);
	const found = await unpriced(inquiry);
	const priced = await Promise.all(
		found.map(({ current, from, repairs }) => pricesFor(inquiry, current, from, repairs))
	);
	return priced.flat();
}

interface Unpriced {
	current: CurrentIndex;
	from: EditionRow;
	repairs: Repair[];
}

async function unpriced(inquiry: Inquiry): Promise<Unpriced[]> {
	const indexes = await currentIndexes();
	const found = await Promise.all(
		inquiry.about.indexes.map(async (code) => {
			const current = indexes.find(({ index }) => index.code === code);
			if (!current) return [];
			const isTagged = await taggedAmong(current, Object.values(inquiry.picks));
			return (await stepsOf(current, decidedEditions(inquiry, code))).map(({ step, from }) => ({
				current,
				from,
				repairs: repairsOf(inquiry, code, step, isTagged)
			}));
		})
	);
	return found.flat();
}

/** Whether records carry a heading, for those of some picks. */
async function taggedAmong(
	{ index }: CurrentIndex,
	picks: readonly Pick[]
): Promise<(uri: string) => boolean> {
	const uris = new Set(
		picks.flatMap(({ indexCode, headings }) =>
			indexCode === index.code ? headings.map(({ uri }) => uri) : []
		)
	);
	if (uris.size === 0 || index.records === 0) return () => false;
	const leaves = [...uris].map(
		(uri) => ({ kind: 'heading', uri, withNarrower: false, cuts: [], chief: false }) as const
	);
	const sets = await setsOf(index).load(leaves);
	const tagged = new Set(leaves.filter((leaf) => sets.of(leaf).size > 0).map(({ uri }) => uri));
	return (uri) => tagged.has(uri);
}

/** More are told without what they would find. */
const MOST_PRICED = 300;

async function pricesFor(
	inquiry: Inquiry,
	current: CurrentIndex,
	from: EditionRow,
	repairs: readonly Repair[]
): Promise<PricedRepair[]> {
	if (current.index.records === 0) return [...repairs];
	const sets = setsOf(current.index);
	const [vocabulary, earlier] = await Promise.all([
		searchVocabulary(current),
		searchVocabulary({ edition: from })
	]);
	const found = (of: Inquiry, { conceptId, indexCode }: Repair, by: SearchVocabulary) =>
		cellFinds(sets, of, conceptId, indexCode, by);
	return Promise.all(
		repairs.map(async (repair, i): Promise<PricedRepair> => {
			if (i >= MOST_PRICED) return repair;
			const taken = apply(inquiry, execute(inquiry, repair.take));
			const [then, now, after] = await Promise.all([
				found(inquiry, repair, earlier),
				found(inquiry, repair, vocabulary),
				found(taken, repair, vocabulary)
			]);
			return {
				...repair,
				price: {
					then: then.size,
					now: now.size,
					after: after.size,
					gained: after.size - after.andSize(then),
					lost: then.size - then.andSize(after)
				}
			};
		})
	);
}

/** The records that the searched picks of a cell find. */
async function cellFinds(
	sets: IndexSets,
	inquiry: Inquiry,
	conceptId: string,
	indexCode: string,
	vocabulary: SearchVocabulary
): Promise<RecordSet> {
	const lines = picksOf(inquiry, conceptId, indexCode)
		.filter(({ role }) => role === 'searched')
		.map((pick): Expression => headingExpression(pick));
	const loaded = await sets.load(leavesOf(lines), vocabulary);
	return RecordSet.union(lines.map((line) => evaluate(line, loaded)));
}

async function repairNamed(inquiryId: string, repairId: string): Promise<Repair> {
	const { inquiry } = await loadInquiry(inquiryId, WITHOUT_WORKS);
	const found = (await unpriced(inquiry)).flatMap(({ repairs }) => repairs).find(({ id }) => id === repairId);
	if (!found)
		throw new ServiceError(
			404,
			'no-repair',
			'This repair is no longer needed: the pick was changed or removed, or the repair was taken or left.'
		);
	return found;
}

/** Carries a repair out, as one change that can be undone. */
export async function takeRepair(person: Person | undefined, inquiryId: string, repairId: string) {
	await allowIn(person, 'change-inquiry', inquiryId);
	const { take } = await repairNamed(inquiryId, repairId);
	return changeInquiry(person, inquiryId, take);
}

/** Leaves what a repair is for as it is; it is not proposed again for this edition. */
export async function leaveRepair(
	person: Person | undefined,
	inquiryId: string,
	repairId: string,
	because: string
) {
	await allowIn(person, 'change-inquiry', inquiryId);
	return changeInquiry(person, inquiryId, leaving(await repairNamed(inquiryId, repairId), because));
}

export interface TouchedInquiry {
	id: string;
	title: string;
	/** Cells of it that the present edition touches. */
	cells: number;
	repairs: number;
}

/**
 * The inquiries that an edition of an index touches, or would touch if it were made current. Two statements for each edition
 * something was decided in.
 * @param label of the edition; the present one where it is left out
 */
export async function touchedInquiries(
	person: Person | undefined,
	code: string,
	label?: string
): Promise<TouchedInquiry[]> {
	const asking = allow(person, 'read');
	const { index, edition: present } = await currentIndex(code);
	const edition = label === undefined ? present : await editionLabelled(code, label);
	const current: CurrentIndex = { index, edition };
	const touched = new Map<string, { title: string; cells: Set<string>; repairs: number }>();
	for (const { step, from } of await stepsOf(current, await editionsDecidedIn(code))) {
		const decided = await decidedIn(code, from.label);
		const isTagged = await taggedAmong(
			current,
			decided.picks.map(({ pick }) => pick)
		);
		for (const [id, { title, inquiry }] of inquiriesOf(code, decided))
			for (const { conceptId } of repairsOf(inquiry, code, step, isTagged)) {
				const known = touched.get(id) ?? { title, cells: new Set(), repairs: 0 };
				touched.set(id, known);
				known.cells.add(conceptId);
				known.repairs++;
			}
	}
	const seen = await seenAmong(asking, [...touched.keys()]);
	return [...touched].flatMap(([id, { title, cells, repairs }]) =>
		seen.has(id) ? [{ id, title, cells: cells.size, repairs }] : []
	);
}

/** Inquiries with no more in them than what was decided in one edition of one index. */
function inquiriesOf(code: string, { picks, cells }: Awaited<ReturnType<typeof decidedIn>>) {
	const found = new Map<string, { title: string; inquiry: Inquiry }>();
	const at = (id: string, title: string) => {
		const known = found.get(id) ?? {
			title,
			inquiry: emptyInquiry({ id, title, question: '', indexes: [code] })
		};
		found.set(id, known);
		return known.inquiry;
	};
	for (const { pick, title } of picks) at(pick.inquiryId, title).picks[pick.id] = pick;
	for (const { cell, title } of cells) at(cell.inquiryId, title).cells[cell.id] = cell;
	return found;
}
