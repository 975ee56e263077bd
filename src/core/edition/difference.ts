/**
 * What changed from one edition of a vocabulary to another. Headings are paired by identifier; those that only one edition
 * has, by what their labels and entry terms have in common. The kinds and their order of evidence are the project's own.
 */
import type { HeadingData, VocabularyData } from '../vocabulary/vocabulary-data';
import { cyclesOf } from './integrity';
import { entryTermsOf, pairByLabels } from './pairing';

export const CHANGE_KINDS = [
	'added',
	'retired',
	'renamed',
	'moved',
	'split',
	'merged',
	'noteChanged'
] as const;
export type ChangeKind = (typeof CHANGE_KINDS)[number];

/** A heading as one of the editions names it. */
export interface HeadingName {
	id: string;
	uri: string;
	label: string;
}

/** What happened to one heading, or between one and another that takes its place. */
export interface HeadingChange {
	/** At least one, in the order of `CHANGE_KINDS`. */
	kinds: ChangeKind[];
	/** Nothing for what is new. */
	from?: HeadingName;
	/** The same heading, or the one that takes its place; nothing for what is gone. */
	to?: HeadingName;
	/** Why the two are taken for the same, or one for what follows the other, in words. */
	evidence: string[];
	/** Labels of what was, and is now, broader; where that changed. */
	broader?: { before: string[]; after: string[] };
	/** Notes that differ; empty where there was, or is, none. */
	notes?: { kind: string; before: string; after: string }[];
}

export interface EntryTermChange {
	heading: HeadingName;
	came: string[];
	gone: string[];
}

export interface EditionDifference {
	/** How many headings there were, and are; and how many are in both. */
	headings: { before: number; after: number; both: number };
	/** Headings of each kind; one that is divided among three counts once. */
	counts: Record<ChangeKind, number>;
	/** In the order of the later edition; what is gone last. */
	changes: HeadingChange[];
	/** Entry terms that a heading of both editions gained or lost. */
	entryTerms: EntryTermChange[];
	/** Labels of headings that are above themselves now and were not before. */
	newCycles: string[][];
}

const IDENTIFIER = 'the same identifier';

/**
 * The difference of two editions; empty for an edition and itself.
 * O(headings + labels + links of both), and n log n in those that only one of them has.
 */
export function differenceOf(before: VocabularyData, after: VocabularyData): EditionDifference {
	return new Difference(before, after).result();
}

const nameOf = ({ key, uri, labels }: HeadingData): HeadingName => ({ id: key, uri, label: labels[0].text });
const quoted = (heading: HeadingData) => `“${heading.labels[0].text}”`;
const isOut = ({ retired }: HeadingData) => retired !== undefined;

class Difference {
	/** By place in one edition, its place in the other; -1 for none. */
	private readonly toOf: Int32Array;
	private readonly fromOf: Int32Array;
	/** Why two were paired, by place in the later edition, where it was not by identifier. */
	private readonly why = new Map<number, string[]>();
	private readonly changes: HeadingChange[] = [];
	/** Of headings of the later edition, those that came to take over from one of the earlier, with why. */
	private readonly successors = new Map<number, { to: number; evidence: string }[]>();
	/** The other way round: from which of the earlier edition each of the later takes over. */
	private readonly takenOver = new Map<number, number[]>();
	private readonly terms: { before: string[][]; after: string[][] };

	constructor(
		private readonly before: VocabularyData,
		private readonly after: VocabularyData
	) {
		this.toOf = new Int32Array(before.headings.length).fill(-1);
		this.fromOf = new Int32Array(after.headings.length).fill(-1);
		this.terms = { before: entryTermsOf(before), after: entryTermsOf(after) };
	}

	result(): EditionDifference {
		const { before, after, toOf, fromOf } = this;
		const places = new Map(before.headings.map(({ uri }, n) => [uri, n]));
		after.headings.forEach(({ uri }, n) => this.pair(places.get(uri), n));
		const { pairs, follows } = pairByLabels(before, after, toOf, fromOf, this.terms);
		for (const { from, to, evidence } of pairs) {
			this.pair(from, to);
			this.why.set(to, evidence);
		}
		for (const { from, to, evidence } of follows) this.succeed(from, to, evidence);
		this.statedSuccessors();
		after.headings.forEach((_, n) => (fromOf[n] < 0 ? this.isNew(n) : this.isInBoth(fromOf[n], n)));
		before.headings.forEach((heading, n) => {
			if (toOf[n] < 0) this.isGone(heading, n);
		});
		return {
			headings: {
				before: before.headings.length,
				after: after.headings.length,
				both: fromOf.reduce((sum, from) => sum + (from < 0 ? 0 : 1), 0)
			},
			counts: countsOf(this.changes),
			changes: this.changes,
			entryTerms: this.entryTerms(),
			newCycles: this.newCycles()
		};
	}

	private pair(from: number | undefined, to: number): void {
		if (from === undefined) return;
		this.toOf[from] = to;
		this.fromOf[to] = from;
	}

	private succeed(from: number, to: number, evidence: string): void {
		const known = this.successors.get(from) ?? [];
		if (known.some((other) => other.to === to)) return;
		this.successors.set(from, [...known, { to, evidence }]);
		this.takenOver.set(to, [...(this.takenOver.get(to) ?? []), from]);
	}

	/** What the later edition says takes the place of what, and the earlier one did not say. */
	private statedSuccessors(): void {
		const { before, after, fromOf } = this;
		after.headings.forEach(({ replaces }, to) => {
			for (const other of replaces) {
				const from = fromOf[other];
				if (from < 0 || from === fromOf[to]) continue;
				const wasSaid = fromOf[to] >= 0 && before.headings[fromOf[to]].replaces.includes(from);
				if (!wasSaid) this.succeed(from, to, `${quoted(after.headings[to])} is said to take the place of it`);
			}
		});
	}

	private tell(change: HeadingChange): void {
		change.kinds.sort((a, b) => CHANGE_KINDS.indexOf(a) - CHANGE_KINDS.indexOf(b));
		this.changes.push(change);
	}

	private isNew(n: number): void {
		const heading = this.after.headings[n];
		const before = this.takenOver.get(n) ?? [];
		const evidence =
			before.length > 0
				? before.map((from) => `it takes over from ${quoted(this.before.headings[from])}`)
				: ['no heading before has its identifier or its labels'];
		this.tell({ kinds: isOut(heading) ? ['added', 'retired'] : ['added'], to: nameOf(heading), evidence });
	}

	private isInBoth(from: number, to: number): void {
		const [old, now] = [this.before.headings[from], this.after.headings[to]];
		const kinds: ChangeKind[] = [];
		const evidence = this.why.get(to) ?? [IDENTIFIER];
		const more: Pick<HeadingChange, 'broader' | 'notes'> = {};
		// What names a heading by its identifier has to follow another one, as it has to follow another label.
		if (isRenamed(old, now) || old.uri !== now.uri) kinds.push('renamed');
		const broader = this.broaderOf(from, to);
		if (broader) {
			kinds.push('moved');
			more.broader = broader;
		}
		const notes = notesChanged(old, now);
		if (notes.length > 0) {
			kinds.push('noteChanged');
			more.notes = notes;
		}
		if (isOut(old) && !isOut(now)) {
			kinds.push('added');
			evidence.push('in use again');
		}
		const isRetired = !isOut(old) && isOut(now);
		if (isRetired) kinds.push('retired');
		const heirs = this.successors.get(from) ?? [];
		if (heirs.length === 0) {
			if (kinds.length > 0) this.tell({ kinds, from: nameOf(old), to: nameOf(now), evidence, ...more });
			return;
		}
		// What it is itself, and what takes over from it, are told apart: each has an end of its own.
		const own = kinds.filter((kind) => kind !== 'retired');
		if (own.length > 0) this.tell({ kinds: own, from: nameOf(old), to: nameOf(now), evidence, ...more });
		this.handedOver(old, from, isRetired);
	}

	private isGone(old: HeadingData, n: number): void {
		if (this.successors.has(n)) this.handedOver(old, n, true);
		else
			this.tell({
				kinds: ['retired'],
				from: nameOf(old),
				evidence: ['no heading now has its identifier or its labels']
			});
	}

	/** Says what takes over from a heading that is retired, or that part of it went to another. */
	private handedOver(old: HeadingData, from: number, isRetired: boolean): void {
		const heirs = this.successors.get(from) ?? [];
		const shared = ({ to }: { to: number }) =>
			this.fromOf[to] >= 0 || (this.takenOver.get(to)?.length ?? 0) > 1;
		const kind = !isRetired || heirs.length > 1 ? 'split' : shared(heirs[0]) ? 'merged' : 'renamed';
		for (const { to, evidence } of heirs)
			this.tell({
				kinds: isRetired ? ['retired', kind] : [kind],
				from: nameOf(old),
				to: nameOf(this.after.headings[to]),
				evidence: [evidence]
			});
	}

	/** Labels of what is broader before and after, where that is not the same. */
	private broaderOf(from: number, to: number): HeadingChange['broader'] {
		const [old, now] = [this.before.headings[from].broader, this.after.headings[to].broader];
		const expected = old.map((n) => this.toOf[n]);
		const isSame = expected.length === now.length && expected.every((n) => n >= 0 && now.includes(n));
		if (isSame) return undefined;
		const labels = (data: VocabularyData, of: readonly number[]) =>
			of.map((n) => data.headings[n].labels[0].text);
		return { before: labels(this.before, old), after: labels(this.after, now) };
	}

	private entryTerms(): EntryTermChange[] {
		const { before, after } = this.terms;
		return this.after.headings.flatMap((heading, n): EntryTermChange[] => {
			const from = this.fromOf[n];
			// Most are written just as they were.
			if (from < 0 || isSameList(before[from], after[n])) return [];
			const [old, now] = [new Set(before[from]), new Set(after[n])];
			const came = [...now].filter((term) => !old.has(term));
			const gone = [...old].filter((term) => !now.has(term));
			return came.length + gone.length > 0 ? [{ heading: nameOf(heading), came, gone }] : [];
		});
	}

	private newCycles(): string[][] {
		const { before, after, fromOf } = this;
		const known = new Set(
			cyclesOf(before.headings.map(({ broader }) => broader)).map((group) => signature(group))
		);
		return cyclesOf(after.headings.map(({ broader }) => broader))
			.filter((group) => !known.has(signature(group.map((n) => fromOf[n]))))
			.map((group) => group.map((n) => after.headings[n].labels[0].text));
	}
}

const signature = (group: readonly number[]) => [...group].sort((a, b) => a - b).join(' ');

/** Whether a label that both have in one language is another one, or the label shown is. */
function isRenamed(old: HeadingData, now: HeadingData): boolean {
	return (
		old.labels[0].text !== now.labels[0].text ||
		now.labels.some(
			({ lang, text }) => (old.labels.find((label) => label.lang === lang)?.text ?? text) !== text
		)
	);
}

function notesChanged(old: HeadingData, now: HeadingData): NonNullable<HeadingChange['notes']> {
	if (old.notes.length === 0 && now.notes.length === 0) return [];
	const kinds = new Set([...old.notes, ...now.notes].map(({ kind }) => kind));
	return [...kinds].flatMap((kind) => {
		const text = ({ notes }: HeadingData) =>
			notes
				.filter((note) => note.kind === kind)
				.map((note) => note.text)
				.join('\n');
		const [before, after] = [text(old), text(now)];
		return before === after ? [] : [{ kind, before, after }];
	});
}

const isSameList = (a: readonly string[], b: readonly string[]) =>
	a.length === b.length && a.every((text, i) => text === b[i]);

function countsOf(changes: readonly HeadingChange[]): Record<ChangeKind, number> {
	const counted = new Map<ChangeKind, Set<string>>(CHANGE_KINDS.map((kind) => [kind, new Set()]));
	for (const { kinds, from, to } of changes)
		for (const kind of kinds) counted.get(kind)?.add((kind === 'added' ? to?.uri : (from ?? to)?.uri) ?? '');
	return Object.fromEntries(CHANGE_KINDS.map((kind) => [kind, counted.get(kind)?.size ?? 0])) as Record<
		ChangeKind,
		number
	>;
}
