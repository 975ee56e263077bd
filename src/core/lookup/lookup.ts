/** Look up: from a word that people use to the headings of a vocabulary, each with the reason it matched. */
import { distance } from 'fastest-levenshtein';
import { contentWords, fold, key, splitQualifier, stemOf, variantKey, variants, wordsOf } from '../text';
import type { AcronymPair } from '../text';
import { LabelKind } from './filing';
import { groupAt, LabelIndex } from './label-index';
import { hashOfStems, lettersOf, orderForm, stemForm } from './word-numbers';

/** Tiers of a match, best first. */
export const TIERS = [
	'exact',
	'entry',
	'variant',
	'order',
	'stem',
	'all-words',
	'some-words',
	'note',
	'typo'
] as const;
export type Tier = (typeof TIERS)[number];

const RANKS = Object.fromEntries(TIERS.map((tier, rank) => [tier, rank])) as Record<Tier, number>;

export interface Match {
	/** Position of the heading in its edition. */
	heading: number;
	tier: Tier;
	/** The label that matched; for the tier `note`, the heading's own label. */
	text: string;
	kind: 'preferred' | 'entry' | 'scopeNote';
	lang: string;
	/** 1 − edit distance ÷ length of the longer fold. */
	closeness: number;
	/** All headings of a compound entry term, to be used together. */
	together?: number[];
	/** The form of the query that matched, where it is not the query itself: an expansion, a corrected word. */
	via?: string;
}

export interface Neighbour {
	heading: number;
	/** The label that stands there: the heading's own, or an entry term that leads to it. */
	text: string;
}

export interface LookupAnswer {
	matches: Match[];
	/** When nothing matches: labels before and after the place where the query would stand, a heading each. */
	neighbours: Neighbour[];
}

export interface LookupOptions {
	limit: number;
	/** Display label of a heading, for the last tie-break. */
	label: (heading: number) => string;
	/** Records tagged with the heading alone. */
	recordCount?: (heading: number) => number;
	/** Short forms seen in other vocabularies, which hold here too. */
	acronyms?: readonly AcronymPair[];
	/** Slips of the pen that a word may have. Two are looked for in long words when nothing else matches, and by default. */
	slips?: 1 | 2;
}

/** A query longer than this is cut: no label is looked for that is longer. */
const LONGEST_QUERY = 200;
/** Shorter words are too often one edit from another word to be taken for it. */
const SHORTEST_MISSPELT = 5;
const SHORTEST_TWICE_MISSPELT = 8;
/** Labels compared for one combination of words, in the tiers that are hints rather than answers. */
const MOST_COMPARED = 300;
/** So many words of a query are looked for in each combination. */
const MOST_COMBINED = 5;

interface Candidate extends Match {
	label: number;
	isPreferred: boolean;
	/** Of a match by some of the words: how telling those are; 0 elsewhere. */
	weight: number;
}

/**
 * Headings that match the query, best first; see the table of tiers in docs. One row a heading, at its best tier; the
 * headings of a compound entry term follow one another.
 *
 * Hashed forms answer the first five tiers in O(log labels); the tiers by words cost the length of the rarest word's
 * posting list (`all-words`), or of all of them (`some-words`), and are not begun when the better tiers have filled
 * the limit.
 */
export function lookup(index: LabelIndex, query: string, options: LookupOptions): LookupAnswer {
	const asked = fold(query.slice(0, LONGEST_QUERY));
	if (wordsOf(asked).length === 0) return { matches: [], neighbours: [] };
	const search = new Search(index, asked, options);
	search.byForm();
	search.byExpansion(query.trim());
	search.byAllWords();
	// A word that the vocabulary does not have and that is one slip away from one it has was meant as that one. Matches
	// by the other words alone would only hide what was meant.
	const misspelt = search.hasMisspeltWord() && search.byTypo();
	if (!misspelt) search.bySomeWords();
	search.byNote();
	if (!misspelt) search.byTypo();
	if (options.slips !== 1) search.byTwoSlips();
	const matches = search.ranked();
	return { matches, neighbours: matches.length > 0 ? [] : neighboursOf(index, asked) };
}

/**
 * The headings that a label leads to whose fold is the same, as a preferred label before an entry term; none where it is
 * neither. Of a compound entry term all its headings. O(log labels).
 */
export function headingsLabelled(
	index: LabelIndex,
	text: string
): { headings: number[]; isPreferred: boolean } | undefined {
	const { parts } = index;
	const labels = index.labelsFolding(fold(text));
	const preferred = labels.find((label) => parts.kinds[label] === LabelKind.preferred);
	const found = preferred ?? labels[0];
	if (found === undefined) return undefined;
	return { headings: [...parts.headings.at(found)], isPreferred: preferred !== undefined };
}

/** Other spellings of the query that lookup covers, to be shown; no more than `most`. */
export function alsoTried(query: string, acronyms: readonly AcronymPair[], most = 6): string[] {
	return [...expansionsOf(query.trim(), acronyms), ...variants(query, most)].slice(0, most);
}

class Search {
	private readonly best = new Map<number, Candidate>();
	private readonly near = new Map<string, { word: string; stem: number }[]>();

	constructor(
		private readonly index: LabelIndex,
		private readonly asked: string,
		private readonly options: LookupOptions
	) {}

	private get full(): boolean {
		return this.best.size >= this.options.limit;
	}

	/** Tiers exact, entry, variant, order and stem. */
	byForm(): void {
		const { parts } = this.index;
		const { asked } = this;
		const offerSame = (labels: Iterable<number>, form: (folded: string) => string, tier?: Tier) => {
			const wanted = form(asked);
			for (const label of labels) {
				const folded = parts.folds.at(label);
				if (form(folded) !== wanted && form(splitQualifier(folded).base) !== wanted) continue;
				this.offer(label, tier ?? (parts.kinds[label] === LabelKind.preferred ? 'exact' : 'entry'));
			}
		};
		offerSame(parts.variant.get(key(asked)), (folded) => folded);
		this.byKeys(asked);
		const stems = parts.stemmed.getHashed(hashOfStems(asked));
		offerSame(stems, orderForm, 'order');
		offerSame(stems, stemForm, 'stem');
	}

	private byKeys(form: string, via?: string): void {
		const { parts } = this.index;
		for (const wanted of new Set([key(form), variantKey(form)]))
			for (const label of parts.variant.get(wanted)) {
				const folded = parts.folds.at(label);
				const base = splitQualifier(folded).base;
				if (
					key(folded) === wanted ||
					key(base) === wanted ||
					variantKey(folded) === wanted ||
					variantKey(base) === wanted
				)
					this.offer(label, 'variant', via);
			}
	}

	/** Tier variant again, for what the query is short for, or the short form of it. */
	byExpansion(query: string): void {
		const pairs = [...this.index.parts.acronyms, ...(this.options.acronyms ?? [])];
		for (const other of expansionsOf(query, pairs)) this.byKeys(fold(other), other);
	}

	/** Tier all-words: labels that hold every word of the query, by stem. */
	byAllWords(): void {
		if (this.full) return;
		const lists = this.stemsAsked().map((stem) => this.index.labelsWithStem(stem));
		this.offerNearest([intersect(lists)], 'all-words');
	}

	/**
	 * Tier some-words: labels that hold any word of the query, by stem; those with the most telling words first. A word
	 * tells the more, the fewer labels hold it (K. Spärck Jones, "A statistical interpretation of term specificity",
	 * 1972). Of a query's words the most telling few are combined.
	 */
	bySomeWords(): void {
		if (this.full) return;
		const stems = this.stemsAsked();
		if (stems.length < 2) return;
		const labels = this.index.parts.texts.length;
		const lists = stems
			.map((stem) => this.index.labelsWithStem(stem))
			.filter((list) => list.length > 0)
			.sort((a, b) => a.length - b.length)
			.slice(0, MOST_COMBINED)
			.map((list) => ({ list, weight: Math.log(1 + labels / list.length) }));
		const combinations = Array.from({ length: 2 ** lists.length - 1 }, (_, bits) =>
			lists.filter((_, i) => (bits + 1) & (1 << i))
		).map((chosen) => ({ chosen, weight: chosen.reduce((sum, { weight }) => sum + weight, 0) }));
		combinations.sort((a, b) => b.weight - a.weight);
		for (const { chosen, weight } of combinations) {
			if (this.full) return;
			this.offerNearest([intersect(chosen.map(({ list }) => list))], 'some-words', { weight });
		}
	}

	/** Tier note: headings whose scope note holds every word of the query, by stem. */
	byNote(): void {
		if (this.full) return;
		const { headingsByNoteStem } = this.index.parts;
		const lists = this.stemsAsked().map((stem) => {
			const at = this.index.stemAt(stem);
			return at < 0 ? new Uint32Array(0) : headingsByNoteStem.at(at);
		});
		for (const heading of intersect(lists)) {
			if (this.best.has(heading)) continue;
			const text = this.options.label(heading);
			this.best.set(heading, {
				heading,
				tier: 'note',
				text,
				kind: 'scopeNote',
				lang: '',
				closeness: closeness(this.asked, fold(text)),
				label: -1,
				isPreferred: false,
				weight: 0
			});
		}
	}

	/** Whether the query has a word that neither labels nor notes hold, and that is close to one they hold. */
	hasMisspeltWord(): boolean {
		return contentWords(this.asked).some(
			(word) =>
				word.length >= SHORTEST_MISSPELT &&
				this.index.stemAt(stemOf(word)) < 0 &&
				this.wordsNear(word, 1).length > 0
		);
	}

	/** Tier typo: as all-words, with words of five letters or more also taken as meant for a word one edit away. */
	byTypo(): boolean {
		return !this.full && this.byCorrection(SHORTEST_MISSPELT, 1);
	}

	/** When nothing at all matches: long words taken as meant for one two edits away, as near misses of the same tier. */
	byTwoSlips(): void {
		if (this.best.size === 0) this.byCorrection(SHORTEST_TWICE_MISSPELT, 2);
	}

	private byCorrection(shortest: number, edits: 1 | 2): boolean {
		const corrections: string[] = [];
		const lists = contentWords(this.asked).map((word) => {
			const exact = this.index.labelsWithStem(stemOf(word));
			if (word.length < shortest) return exact;
			const near = this.wordsNear(word, edits);
			if (near.length === 0) return exact;
			corrections.push(...near.map(({ word }) => word));
			const stems = new Set(near.map(({ stem }) => stem));
			return union([exact, ...Array.from(stems, (stem) => this.index.parts.labelsByStem.at(stem))]);
		});
		if (corrections.length === 0) return false;
		const before = this.best.size;
		this.offerNearest([intersect(lists)], 'typo', { corrections });
		return this.best.size > before;
	}

	private stemsAsked(): string[] {
		return [...new Set(contentWords(this.asked).map(stemOf))];
	}

	/**
	 * Words of the dictionary one edit or one adjacent swap away from a word of five letters or more, or two edits from
	 * one of eight. After one edit the first two letters or the last two are as they were, after two either these or the
	 * middle; and an edit changes at most two of the set of letters, so few words are compared whole. O(words that share
	 * such a pair of letters).
	 */
	private wordsNear(word: string, edits: 1 | 2): { word: string; stem: number }[] {
		const name = `${word}/${edits}`;
		const known = this.near.get(name) ?? this.findWordsNear(word, edits);
		this.near.set(name, known);
		return known;
	}

	private findWordsNear(word: string, edits: 1 | 2): { word: string; stem: number }[] {
		const { words, wordLetters, wordStems } = this.index.parts;
		const letters = lettersOf(word);
		const isNear = edits === 1 ? (other: string) => isOneEditAway(word, other) : isTwoEditsFrom(word);
		const start = firstOfLength(words, word.length - edits);
		const end = firstOfLength(words, word.length + edits + 1);
		const found: { word: string; stem: number }[] = [];
		const { first, last } = this.index.wordsByEnds();
		const lists = [first.at(groupAt(word, 0)), last.at(groupAt(word, word.length - 2))];
		if (edits === 2) {
			// Of the pairs in the middle the rarest leads to it soonest.
			const pairs = this.index.wordsByPairs();
			const [, middle] = thirdsOf(word);
			let rarest = pairs.at(groupAt(middle, 0));
			for (let at = 1; at < middle.length - 1; at++) {
				const list = pairs.at(groupAt(middle, at));
				if (list.length < rarest.length) rarest = list;
			}
			lists.push(rarest);
		}
		const seen = new Set<number>();
		for (const list of lists)
			for (const i of list) {
				if (i < start || i >= end || letterDifferences(wordLetters[i], letters) > 2 * edits) continue;
				if (seen.has(i)) continue;
				seen.add(i);
				const other = words.at(i);
				if (other !== word && isNear(other)) found.push({ word: other, stem: wordStems[i] });
			}
		return found;
	}

	/**
	 * Offers the labels of ascending lists that are nearest to the query, until the limit cannot change any more. A list
	 * is entered where labels are as long as the query and left outwards, as length bounds closeness; so of a long list
	 * few labels need their edit distance computed.
	 */
	private offerNearest(
		lists: readonly Uint32Array[],
		tier: Tier,
		{ corrections, weight = 0 }: { corrections?: readonly string[]; weight?: number } = {}
	): void {
		const { folds } = this.index.parts;
		const { preferred } = this.index;
		const room = this.options.limit - this.best.size;
		const asked = this.asked.length;
		const bound = (label: number) => {
			const length = folds.lengthAt(label);
			return Math.min(length, asked) / Math.max(length, asked);
		};
		let found = 0;
		// A label that shares only some words is nowhere near as close as its length allows, so length does not stop the
		// search; of a very common word only the labels of about the right length are compared.
		let left = tier === 'some-words' || tier === 'typo' ? MOST_COMPARED : Infinity;
		for (const isPreferred of [true, false]) {
			// Once preferred labels fill the limit, no other label can come before them.
			if (found >= room) return;
			const reached = new Nearest(room - found);
			for (const list of lists) {
				const middle = lowerBoundOf(list, (label) => label >= preferred);
				const [start, end] = isPreferred ? [0, middle] : [middle, list.length];
				let up = lowerBoundOf(list, (label) => folds.lengthAt(label) >= asked, start, end);
				let down = up - 1;
				while (down >= start || up < end) {
					const below = down >= start ? bound(list[down]) : -1;
					const above = up < end ? bound(list[up]) : -1;
					if (Math.max(below, above) < reached.least || left-- <= 0) break;
					const label = above >= below ? list[up++] : list[down--];
					const near = corrections && wordsOf(folds.at(label)).find((word) => corrections.includes(word));
					const candidate = this.offer(label, tier, near, weight);
					if (candidate) reached.add(candidate.heading, candidate.closeness);
				}
			}
			found += reached.size;
		}
	}

	/** Keeps a label's headings at their best tier; answers with the candidate where it was kept. */
	private offer(label: number, tier: Tier, via?: string, weight = 0): Candidate | undefined {
		const { parts } = this.index;
		const targets = parts.headings.at(label);
		const isPreferred = parts.kinds[label] === LabelKind.preferred;
		let near: number | undefined;
		let kept: Candidate | undefined;
		for (const heading of targets) {
			const known = this.best.get(heading);
			if (known && RANKS[known.tier] < RANKS[tier]) continue;
			near ??= closeness(this.asked, parts.folds.at(label));
			const candidate: Candidate = {
				heading,
				tier,
				text: parts.texts.at(label),
				kind: isPreferred ? 'preferred' : 'entry',
				lang: parts.languages[parts.langs[label]],
				closeness: near,
				label,
				isPreferred,
				weight
			};
			if (targets.length > 1) candidate.together = [...targets];
			if (via !== undefined) candidate.via = via;
			if (known && known.tier === tier && !betterLabel(candidate, known)) continue;
			this.best.set(heading, candidate);
			kept = candidate;
		}
		return kept;
	}

	ranked(): Match[] {
		const { recordCount = () => 0, label: labelOf, limit } = this.options;
		const sorted = [...this.best.values()].sort((a, b) => {
			const byTier = RANKS[a.tier] - RANKS[b.tier];
			if (byTier !== 0) return byTier;
			if (a.weight !== b.weight) return b.weight - a.weight;
			if (a.isPreferred !== b.isPreferred) return a.isPreferred ? -1 : 1;
			if (a.closeness !== b.closeness) return b.closeness - a.closeness;
			// The headings of one compound entry term stay together, in the order the vocabulary gives them.
			if (a.together && a.label === b.label)
				return a.together.indexOf(a.heading) - a.together.indexOf(b.heading);
			const byCount = recordCount(b.heading) - recordCount(a.heading);
			if (byCount !== 0) return byCount;
			const [x, y] = [labelOf(a.heading), labelOf(b.heading)];
			return x < y ? -1 : x > y ? 1 : a.heading - b.heading;
		});
		return sorted.slice(0, limit).map(({ heading, tier, text, kind, lang, closeness, together, via }) => ({
			heading,
			tier,
			text,
			kind,
			lang,
			closeness,
			...(together && { together }),
			...(via !== undefined && { via })
		}));
	}
}

/** The best closeness of each heading offered, and the least that still counts once there are enough headings. */
class Nearest {
	private readonly byHeading = new Map<number, number>();
	private cut = -1;
	private sinceCut = 0;

	constructor(private readonly most: number) {}

	get size(): number {
		return this.byHeading.size;
	}

	/** What a label must reach to matter; anything does until there are enough headings. Never falls. */
	get least(): number {
		return this.cut;
	}

	add(heading: number, closeness: number): void {
		const known = this.byHeading.get(heading);
		if (known !== undefined && known >= closeness) return;
		this.byHeading.set(heading, closeness);
		// The cut is found again only now and then: one that lags behind costs work, never an answer.
		if (this.byHeading.size < this.most || ++this.sinceCut < 16) return;
		this.sinceCut = 0;
		this.cut = [...this.byHeading.values()].sort((a, b) => b - a)[this.most - 1];
		for (const [other, value] of this.byHeading) if (value < this.cut) this.byHeading.delete(other);
	}
}

/** First place in an ascending list from which on a condition holds. O(log n). */
function lowerBoundOf(
	list: Uint32Array,
	holds: (value: number) => boolean,
	from = 0,
	to = list.length
): number {
	let low = from;
	let high = to;
	while (low < high) {
		const middle = (low + high) >>> 1;
		if (holds(list[middle])) high = middle;
		else low = middle + 1;
	}
	return low;
}

function betterLabel(a: Candidate, b: Candidate): boolean {
	if (a.weight !== b.weight) return a.weight > b.weight;
	if (a.isPreferred !== b.isPreferred) return a.isPreferred;
	return a.closeness > b.closeness;
}

/** 1 − edit distance ÷ length of the longer text; 1 for two empty texts. O(product of lengths ÷ 32). */
export function closeness(a: string, b: string): number {
	const longer = Math.max(a.length, b.length);
	return longer === 0 ? 1 : 1 - distance(a, b) / longer;
}

function expansionsOf(query: string, pairs: readonly AcronymPair[]): string[] {
	const folded = fold(query);
	const found = new Set<string>();
	for (const { acronym, expansion } of pairs) {
		if (acronym.toLowerCase() === folded) found.add(expansion);
		else if (fold(expansion) === folded) found.add(acronym);
	}
	return [...found];
}

/** So few numbers are sorted sooner than they are marked among all there are. */
const FEW = 200;

/** Numbers in any list, ascending, each once. O(all the numbers + the largest ÷ 32). */
function union(lists: readonly Uint32Array[]): Uint32Array {
	const given = lists.filter(({ length }) => length > 0);
	if (given.length < 2) return given[0] ?? new Uint32Array(0);
	const total = given.reduce((sum, { length }) => sum + length, 0);
	if (total < FEW) return Uint32Array.from(new Set(given.flatMap((list) => [...list]))).sort();
	const largest = given.reduce((most, list) => Math.max(most, list[list.length - 1]), 0);
	const bits = new Uint32Array((largest >>> 5) + 1);
	let length = 0;
	for (const list of given)
		for (let i = 0; i < list.length; i++) {
			const value = list[i];
			const bit = 1 << (value & 31);
			if ((bits[value >>> 5] & bit) !== 0) continue;
			bits[value >>> 5] |= bit;
			length++;
		}
	const all = new Uint32Array(length);
	let kept = 0;
	for (let place = 0; place < bits.length; place++)
		for (let rest = bits[place]; rest !== 0; rest &= rest - 1)
			all[kept++] = (place << 5) | (31 - Math.clz32(rest & -rest));
	return all;
}

/** Numbers in every list; the lists are ascending. O(shortest list × log of the others). */
function intersect(lists: Uint32Array[]): Uint32Array {
	if (lists.length < 2) return lists[0] ?? new Uint32Array(0);
	const [shortest, ...others] = [...lists].sort((a, b) => a.length - b.length);
	return shortest.filter((value) => others.every((list) => includesSorted(list, value)));
}

function includesSorted(list: Uint32Array, value: number): boolean {
	const at = lowerBoundOf(list, (other) => other >= value);
	return at < list.length && list[at] === value;
}

/** Words are stored by length, then alphabet. O(log n). */
function firstOfLength(words: { length: number; at(i: number): string }, length: number): number {
	let low = 0;
	let high = words.length;
	while (low < high) {
		const middle = (low + high) >>> 1;
		if (words.at(middle).length < length) low = middle + 1;
		else high = middle;
	}
	return low;
}

/** How many letters one set has and the other has not: the bits that differ, counted in parallel. */
function letterDifferences(some: number, others: number): number {
	let bits = some ^ others;
	bits -= (bits >>> 1) & 0x55555555;
	bits = (bits & 0x33333333) + ((bits >>> 2) & 0x33333333);
	return Math.imul((bits + (bits >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
}

function thirdsOf(word: string): [string, string, string] {
	const third = Math.floor(word.length / 3);
	return [word.slice(0, third), word.slice(third, -third), word.slice(-third)];
}

/** Of three parts of a word two edits leave one as it is; few words hold such a part and need to be compared whole. */
function isTwoEditsFrom(word: string): (other: string) => boolean {
	const parts = thirdsOf(word);
	return (other) => parts.some((part) => other.includes(part)) && distance(word, other) <= 2;
}

/** One insertion, deletion, substitution or swap of neighbours. O(length). */
export function isOneEditAway(a: string, b: string): boolean {
	if (a === b || Math.abs(a.length - b.length) > 1) return false;
	let start = 0;
	while (start < a.length && start < b.length && a[start] === b[start]) start++;
	if (a.length === b.length) {
		const swapped = a[start] === b[start + 1] && a[start + 1] === b[start];
		return (
			a.slice(start + 1) === b.slice(start + 1) || (swapped && a.slice(start + 2) === b.slice(start + 2))
		);
	}
	const [longer, shorter] = a.length > b.length ? [a, b] : [b, a];
	return longer.slice(start + 1) === shorter.slice(start);
}

/** Labels of distinct headings on either side of where a folded query would stand; four before, four after. */
function neighboursOf(index: LabelIndex, asked: string): Neighbour[] {
	const { alphabetical, texts, headings } = index.parts;
	const at = placeOf(index, asked);
	const taken = new Set<number>();
	const collect = (from: number, step: 1 | -1) => {
		const found: Neighbour[] = [];
		for (let i = from; i >= 0 && i < alphabetical.length && found.length < 4; i += step) {
			const label = alphabetical[i];
			const heading = headings.at(label)[0];
			if (heading === undefined || taken.has(heading)) continue;
			taken.add(heading);
			found.push({ heading, text: texts.at(label) });
		}
		return found;
	};
	const after = collect(at, 1);
	return [...collect(at - 1, -1).reverse(), ...after];
}

/** Where a folded text stands, or would stand, in the alphabetical order of labels. O(log n). */
export function placeOf(index: LabelIndex, folded: string): number {
	const { alphabetical, folds } = index.parts;
	let low = 0;
	let high = alphabetical.length;
	while (low < high) {
		const middle = (low + high) >>> 1;
		if (folds.at(alphabetical[middle]) < folded) low = middle + 1;
		else high = middle;
	}
	return low;
}
