/** Look up: from a word that people use to the headings of a vocabulary, each with the reason it matched. This file is long: the tiers share one state, and their order is the definition. */
import { distance } from 'fastest-levenshtein';
import {
	contentWords,
	fold,
	isFunctionWord,
	key,
	otherVariantKeys,
	splitQualifier,
	stemOf,
	variantKey,
	variants,
	wordsOf
} from '../text';
import type { AcronymPair } from '../text';
import { LabelKind, lengthCompared } from './indexing';
import { SHORTEST_BEGINNING, type LabelIndex } from './label-index';
import { labelsWithTwo } from './compounds';
import { correctedTexts } from './corrections';
import { firstPlace, intersect, lowerBoundOf, union } from './sorted-lists';
import { hashOfStems, orderForm, stemForm } from './dictionary';
import { LONGEST_QUERY } from './query-remarks';
import { TIER_RANKS, type Tier } from './tiers';
import { wordReasons, type WordReason } from './word-reasons';

export interface Match {
	/** Position of the heading in its edition. */
	heading: number;
	tier: Tier;
	/** The label that matched; for the tier `note`, the heading's own label. */
	text: string;
	kind: 'preferred' | 'entry' | 'scopeNote';
	lang: string;
	/** 1 − edit distance ÷ length of the longer fold, a trailing bracketed qualifier set aside. */
	closeness: number;
	/** All headings of a compound entry term, to be used together. */
	together?: number[];
	/** The form of the query that matched, where it is not the query itself: an expansion, a corrected word. */
	via?: string;
	/** Of a match by words: those that do not stand in the label as they were typed, and what stands there instead. */
	words?: WordReason[];
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
	/** Whether another vocabulary or the records have a word, so that it is no slip of the pen. */
	isKnown?: (word: string) => boolean;
}

/** Tiers in which single words match. */
const BY_WORDS: ReadonlySet<Tier> = new Set(['stem', 'all-words', 'begins', 'some-words']);

/**
 * What it costs that a corrected text only comes so near to a label: the heading that one slip leads to comes before those
 * that merely hold the word that another, a little cheaper, leads to.
 */
const SHORT_OF: Partial<Record<Tier, number>> = {
	variant: 0.1,
	order: 0.15,
	stem: 0.2,
	'all-words': 1.5
};
/** Labels compared for one combination of words, in the tiers that are hints rather than answers. */
const MOST_COMPARED = 300;
/** So many words of a query are looked for in each combination. */
const MOST_COMBINED = 5;

interface Candidate extends Match {
	label: number;
	isPreferred: boolean;
	/** Of a match by some of the words: how telling those are; 0 elsewhere. */
	weight: number;
	/** Of a correction: what it cost. */
	cost?: number;
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
	const cut = query.slice(0, LONGEST_QUERY);
	const asked = fold(cut.replaceAll('*', ' '));
	const typed = typedWords(cut);
	if (typed.length === 0) return { matches: [], neighbours: [] };
	const search = new Search(index, asked, options, typed);
	search.byForm();
	search.byExpansion(query.trim());
	search.byAllWords();
	search.byBeginning();
	// Matches by the other words alone would only hide what was meant by a misspelt one.
	const isCorrected = search.byCorrection();
	if (!isCorrected) search.bySomeWords();
	search.byNote();
	const matches = search.ranked();
	return { matches, neighbours: matches.length > 0 ? [] : neighboursOf(index, asked) };
}

/** Other spellings of the query that lookup covers, to be shown; no more than `most`. */
export function alsoTried(query: string, acronyms: readonly AcronymPair[], most = 6): string[] {
	return [...expansionsOf(query.trim(), acronyms), ...variants(query, most)].slice(0, most);
}

/** The words of a query as they were typed, folded; a * after one says that it is the beginning of a word. */
function typedWords(query: string): { text: string; starred: boolean }[] {
	return [...fold(query).matchAll(/([\p{L}\p{N}]+)(\*?)/gu)].flatMap(([, run, star]) =>
		// Where no space stands between words, a run is several; the * stands after the last of them.
		wordsOf(run).map((text, i, all) => ({ text, starred: star !== '' && i === all.length - 1 }))
	);
}

class Search {
	private readonly best = new Map<number, Candidate>();
	/** The words of the query in order, and which are written as beginnings. */
	private readonly typed: { text: string; starred: boolean }[];

	constructor(
		private readonly index: LabelIndex,
		private readonly asked: string,
		private readonly options: LookupOptions,
		typed = wordsOf(asked).map((text) => ({ text, starred: false }))
	) {
		this.typed = typed;
	}

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
		for (const wanted of new Set([key(form), variantKey(form), ...otherVariantKeys(fold(form))]))
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

	/**
	 * Tier all-words: labels that hold every word of the query, by stem; a word also as two neighbours of the label, and two
	 * neighbours of the query also as one word.
	 */
	byAllWords(): void {
		if (this.full) return;
		const asked = this.wordsAsked();
		const ways = [intersect(asked.map((word) => this.labelsWith(word)))];
		for (const { first, second, word } of this.joinedPairs()) {
			const others = asked.filter((one) => one !== first && one !== second);
			ways.push(intersect([this.index.labelsWithWord(word), ...others.map((one) => this.labelsWith(one))]));
		}
		this.offerNearest([union(ways)], 'all-words');
	}

	/** Labels that hold a word by its stem, or written as two; ascending. */
	private labelsWith(word: string): Uint32Array {
		const two = this.labelsWithTwo(word);
		const own = this.index.labelsWithWord(word);
		return two.length > 0 ? union([own, two]) : own;
	}

	private readonly asTwo = new Map<string, Uint32Array>();
	private labelsWithTwo(word: string): Uint32Array {
		let found = this.asTwo.get(word);
		if (!found) this.asTwo.set(word, (found = labelsWithTwo(this.index, word)));
		return found;
	}

	/** Neighbours of the query that are a word of the vocabulary when they are written as one. */
	private joinedPairs(): { first: string; second: string; word: string }[] {
		return this.typed.slice(1).flatMap(({ text: second }, i) => {
			const first = this.typed[i].text;
			const word = first + second;
			return this.index.stemAt(stemOf(word)) >= 0 ? [{ first, second, word }] : [];
		});
	}

	/**
	 * Tier some-words: labels that hold any word of the query, by stem; those with the most telling words first. A word
	 * tells the more, the fewer labels hold it (K. Spärck Jones, "A statistical interpretation of term specificity",
	 * 1972). Of a query's words the most telling few are combined.
	 */
	bySomeWords(): void {
		if (this.full) return;
		const words = this.wordsAsked();
		if (words.length < 2) return;
		const labels = this.index.parts.texts.length;
		const lists = words
			.map((word) => this.index.labelsWithWord(word))
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
		const lists = this.wordsAsked().map((word) => {
			const at = this.index.stemAt(stemOf(word));
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

	/** Tier begins: as all-words, with the last word and those written with a * taken as beginnings of words. */
	byBeginning(): void {
		if (this.full) return;
		const words = this.typed;
		const last = words.length - 1;
		const isBeginning = words.map(({ starred }, i) => starred || i === last);
		const isWhole = words.some(({ text }, i) => !isBeginning[i] && this.index.stemAt(stemOf(text)) >= 0);
		const lists: Uint32Array[] = [];
		for (const [i, { text }] of words.entries()) {
			if (!isBeginning[i]) {
				if (!isFunctionWord(text)) lists.push(this.labelsWith(text));
				continue;
			}
			// Fewer letters do where another word of the query stands there whole.
			if (text.length < SHORTEST_BEGINNING && !isWhole) return;
			lists.push(this.labelsBeginning(text));
		}
		if (lists.length > 0) this.offerNearest([intersect(lists)], 'begins');
	}

	private labelsBeginning(text: string): Uint32Array {
		const { labelsByStem, wordStems } = this.index.parts;
		const stems = new Set(this.index.wordsBeginning(text).map((word) => wordStems[word]));
		return union(Array.from(stems, (stem) => labelsByStem.at(stem)));
	}

	/** Whether a word is taken for misspelt: no label or note has it, here or where else is asked. */
	private isMisspelt(word: string): boolean {
		return !this.index.knows(word) && !this.options.isKnown?.(word) && this.labelsWithTwo(word).length === 0;
	}

	/**
	 * Whether no label or note has a word just so, only another word of the same stem: that may be a form of it
	 * ("simulating", simulation) or not ("consulant", consulate), and the stem does not tell which.
	 */
	private isDoubtful(word: string): boolean {
		return (
			!this.index.spells(word) &&
			!this.index.notes(word) &&
			!this.options.isKnown?.(word) &&
			this.labelsWithTwo(word).length === 0
		);
	}

	/**
	 * Tier typo: the cheapest few corrections of the words that nobody has, looked up as if they had been typed. Where each
	 * word shares its stem with one that a label has, those that share the stem stay, and corrections follow them.
	 * @returns whether a word is misspelt and a correction of it matched
	 */
	byCorrection(): boolean {
		const words = this.typed.filter(({ starred }) => !starred).map(({ text }) => text);
		if (words.length < this.typed.length) return false;
		const isMisspelt = words.some((word) => this.isMisspelt(word));
		const isWrong = (word: string) => (isMisspelt ? this.isMisspelt(word) : this.isDoubtful(word));
		if (!words.some(isWrong)) return false;
		let matched = false;
		for (const { text, cost } of correctedTexts(this.index, words, isWrong)) {
			const corrected = new Search(this.index, text, this.options);
			corrected.byForm();
			corrected.byExpansion(text);
			corrected.byAllWords();
			for (const candidate of corrected.best.values()) {
				const all = cost + (SHORT_OF[candidate.tier] ?? 0);
				const known = this.best.get(candidate.heading);
				if (known && (known.cost ?? -Infinity) <= all) continue;
				matched = true;
				this.best.set(candidate.heading, { ...candidate, tier: 'typo', cost: all, via: text });
			}
		}
		return matched && isMisspelt;
	}

	/** Words to look for, each stem once. */
	private wordsAsked(): string[] {
		const byStem = new Map(contentWords(this.asked).map((word) => [stemOf(word), word]));
		return [...byStem.values()];
	}

	/**
	 * Offers the labels of ascending lists that are nearest to the query, until the limit cannot change any more. A list
	 * is entered where labels are as long as the query and left outwards, as length bounds closeness; so of a long list
	 * few labels need their edit distance computed.
	 */
	private offerNearest(
		lists: readonly Uint32Array[],
		tier: Tier,
		{ weight = 0 }: { weight?: number } = {}
	): void {
		const { folds } = this.index.parts;
		const { preferred } = this.index;
		const room = this.options.limit - this.best.size;
		const asked = this.asked.length;
		const lengthOf = (label: number) => lengthCompared(folds.at(label));
		const bound = (label: number) => {
			const length = lengthOf(label);
			return Math.min(length, asked) / Math.max(length, asked);
		};
		let found = 0;
		// A label that shares only some words is nowhere near as close as its length allows, so length does not stop the
		// search; of a very common word only the labels of about the right length are compared.
		let left = tier === 'some-words' || tier === 'begins' ? MOST_COMPARED : Infinity;
		for (const isPreferred of [true, false]) {
			// Once preferred labels fill the limit, no other label can come before them.
			if (found >= room) return;
			const reached = new Nearest(room - found);
			for (const list of lists) {
				const middle = lowerBoundOf(list, (label) => label >= preferred);
				const [start, end] = isPreferred ? [0, middle] : [middle, list.length];
				let up = lowerBoundOf(list, (label) => lengthOf(label) >= asked, start, end);
				let down = up - 1;
				while (down >= start || up < end) {
					const below = down >= start ? bound(list[down]) : -1;
					const above = up < end ? bound(list[up]) : -1;
					if (Math.max(below, above) < reached.least || left-- <= 0) break;
					const label = above >= below ? list[up++] : list[down--];
					const candidate = this.offer(label, tier, undefined, weight);
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
			if (known && TIER_RANKS[known.tier] < TIER_RANKS[tier]) continue;
			near ??= closeness(this.asked, splitQualifier(parts.folds.at(label)).base);
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
			const byTier = TIER_RANKS[a.tier] - TIER_RANKS[b.tier];
			if (byTier !== 0) return byTier;
			if (a.weight !== b.weight) return b.weight - a.weight;
			const byCost = (a.cost ?? 0) - (b.cost ?? 0);
			if (byCost !== 0) return byCost;
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
		return sorted.slice(0, limit).map(({ heading, tier, text, kind, lang, closeness, together, via }) => {
			const words = BY_WORDS.has(tier) ? wordReasons(this.asked, fold(text), lang) : [];
			return {
				heading,
				tier,
				text,
				kind,
				lang,
				closeness,
				...(together && { together }),
				...(via !== undefined && { via }),
				...(words.length > 0 && { words })
			};
		});
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
	return firstPlace(0, alphabetical.length, (place) => folds.at(alphabetical[place]) >= folded);
}
