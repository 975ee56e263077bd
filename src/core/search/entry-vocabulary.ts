/**
 * What records say of a text: the headings on the records that hold its words, by how much oftener they stand there than
 * elsewhere. Labels know only what a vocabulary calls things; records know what people call them. (M. K. Buckland and
 * others, "Mapping entry vocabulary to unfamiliar metadata vocabularies", D-Lib Magazine 5, 1999.)
 */
import { lift, logLikelihood } from '../evidence';
import { union } from '../lookup/sorted-lists';
import { RecordSet } from './record-set';
import type { Posting } from './postings';
import { havingText, mostScore, rarityOf, termScore } from './relevance';
import type { ValueLists } from './value-lists';

/** Where fewer records hold all words of a text, those that hold the most of it are taken in. */
const ENOUGH = 20;
/** So many records stand for a text that few hold whole, and none that matches less than this part of the best. */
const MOST_LACKING = 50;
const LEAST_MATCH = 0.4;
/** How much less a record counts that matches less: the best ones nearly decide. */
const STEEPNESS = 4;
/** Fewer records with a heading say nothing, unless there are few to say anything; fewer still where each was chosen. */
const LEAST_ON = { whole: 3, lacking: 2, few: 1 };
const FEW = 10;
/** A heading on more than this part of the index says little of any text, unless it comes twice as often. */
const COMMON = 1 / 20;
const LEAST_LIFT_OF_COMMON = 2;

export interface SaidBy {
	/** Records that say the text, ascending. */
	records: Uint32Array;
	/** What each counts for, from 1 for those that hold all words downwards. */
	weights: Float64Array;
	/** For each record how much of the text it holds, by its words and by how rare those are, whichever is less: 1 where it holds all. */
	shares: Float64Array;
	/** Places of the words that half of them hold at least, among those asked for. */
	words: number[];
	/** Whether they hold every word that was asked for. */
	isWhole: boolean;
}

const NOBODY: SaidBy = {
	records: new Uint32Array(0),
	weights: new Float64Array(0),
	shares: new Float64Array(0),
	words: [],
	isWhole: false
};

/**
 * The records that say a text. Those that hold all its words, where they are twenty; else these with the best others by
 * BM25, fifty in all, each counting by the fourth power of its part of the best score; ties by number. O(postings of the words).
 * @param words the postings of each content word, each word once
 * @param lengths of the records of the index, and their mean
 */
export function saidBy(words: readonly Posting[], lengths: { lengths: Uint32Array; mean: number }): SaidBy {
	const lists = words
		.map(({ records }) => records)
		.filter(({ length }) => length > 0)
		.sort((a, b) => a.length - b.length);
	if (lists.length === 0) return NOBODY;
	const isHeld = lists.length === words.length;
	const depths = depthsIn(lists);
	const whole: Uint32Array = isHeld
		? lists[0].filter((_, i) => depths[i] === lists.length)
		: new Uint32Array(0);
	// A single word is held whole by whoever holds it.
	if (whole.length >= ENOUGH || words.length === 1)
		return {
			records: whole,
			weights: new Float64Array(whole.length).fill(1),
			shares: new Float64Array(whole.length).fill(1),
			words: words.map((_, place) => place),
			isWhole: true
		};
	const { records, weights } = best(words, whole, lengths);
	const rarities = words.map((posting) => rarityOf(lengths.lengths.length, posting.records.length));
	const text = rarities.reduce((sum, rarity) => sum + rarity, 0);
	const [shares, held] = [new Float64Array(records.length), new Uint16Array(records.length)];
	const holding = words.map((posting, place) => {
		let count = 0;
		eachShared(records, posting.records, (i) => {
			count++;
			shares[i] += rarities[place] / text;
			held[i]++;
		});
		return count;
	});
	return {
		records,
		weights,
		shares: shares.map((share, i) => Math.min(share, held[i] / words.length)),
		words: holding.flatMap((count, place) => (2 * count >= records.length ? [place] : [])),
		isWhole: records.length === whole.length
	};
}

/** For each number of the first list, in how many of the lists from the first on it stands without a break. */
function depthsIn([first, ...others]: readonly Uint32Array[]): Uint16Array {
	const depths = new Uint16Array(first.length).fill(1);
	others.forEach((list, i) =>
		eachShared(first, list, (at) => {
			if (depths[at] === i + 1) depths[at]++;
		})
	);
	return depths;
}

/** Calls for each number that two ascending lists have, with its places in both. The longer list is gone through in leaps. */
function eachShared(
	list: Uint32Array,
	other: Uint32Array,
	take: (at: number, inOther: number) => void
): void {
	for (let i = 0, j = 0; i < list.length && j < other.length; i++) {
		let leap = 1;
		while (j + leap < other.length && other[j + leap] < list[i]) {
			j += leap;
			leap *= 2;
		}
		while (leap >= 1) {
			if (j + leap < other.length && other[j + leap] < list[i]) j += leap;
			leap >>>= 1;
		}
		if (other[j] < list[i]) j++;
		if (other[j] === list[i]) take(i, j);
	}
}

/** A word of a text, with how much it says by being rare. */
interface WeighedWord {
	posting: Posting;
	rarity: number;
}

/** Best match of some records, ascending, by all words of a text. O(words × records × log postings). */
function scoresOf(
	words: readonly WeighedWord[],
	records: Uint32Array,
	{ lengths, mean }: { lengths: Uint32Array; mean: number }
): Float64Array {
	const scores = new Float64Array(records.length);
	for (const { posting, rarity } of words)
		eachShared(records, posting.records, (i, at) => {
			const [title, abstract] = [posting.title[at], posting.abstract[at]];
			if (title + abstract > 0)
				scores[i] += termScore(title, abstract, lengths[records[i]] / Math.max(mean, 1), rarity);
		});
	return scores;
}

/**
 * Those that hold all words, and the best others. What holds common words alone cannot be among them: such words are only
 * looked up in the records that hold a rarer one. (H. Turtle, J. Flood, "Query evaluation: strategies and optimizations",
 * 1995.)
 */
function best(
	postings: readonly Posting[],
	whole: Uint32Array,
	lengths: { lengths: Uint32Array; mean: number }
): Pick<SaidBy, 'records' | 'weights'> {
	const words = postings.map((posting) => ({
		posting,
		rarity: rarityOf(lengths.lengths.length, havingText(posting))
	}));
	const byRarity = words
		.filter(({ posting }) => posting.records.length > 0)
		.sort((a, b) => a.posting.records.length - b.posting.records.length);
	let candidates: Uint32Array = new Uint32Array(0);
	let scores: Float64Array = new Float64Array(0);
	let top = 0;
	for (const [i, { posting }] of byRarity.entries()) {
		candidates = union([candidates, posting.records]);
		scores = scoresOf(words, candidates, lengths);
		top = scores.reduce((most, score) => Math.max(most, score), 0);
		const left = byRarity.slice(i + 1).reduce((sum, { rarity }) => sum + mostScore(rarity), 0);
		if (left < LEAST_MATCH * top) break;
	}
	const isWhole = new Set(whole);
	const scoreOf = new Map(Array.from(candidates, (n, i) => [n, scores[i]]));
	const score = (n: number) => scoreOf.get(n) ?? 0;
	const taken = Array.from(candidates)
		.filter((n) => score(n) > 0 && score(n) >= LEAST_MATCH * top && !isWhole.has(n))
		.sort((a, b) => score(b) - score(a) || a - b)
		.slice(0, Math.max(0, MOST_LACKING - whole.length));
	const records = Uint32Array.from([...whole, ...taken]).sort();
	return {
		records,
		weights: Float64Array.from(records, (n) => (isWhole.has(n) ? 1 : (score(n) / top) ** STEEPNESS))
	};
}

/** A heading on records that say a text. */
export interface SaidOf {
	/** Its number among the headings that records carry. */
	heading: number;
	/** So many of the records carry it, out of all that say the text. */
	on: number;
	of: number;
	/** How many times as often as in the whole index. */
	lift: number;
	/** Dunning's log-likelihood of that, each record counted once. */
	g2: number;
	/** What those records count for together. */
	weight: number;
	/** How much of the text those records hold, on the average, by their weights. */
	share: number;
	/** What it is ordered by: how probable it is on such a record, and how much more so than on any. */
	score: number;
}

/**
 * The headings that come oftener with records that say a text than in the whole index, best first: by p²·ln(p ÷ q), where q
 * is the heading's share of the index and p its share of the records, by their weights and with q as one record more. G²
 * alone puts rare headings on two records before those on most of them: on definitions held out it was first right in 1 to
 * 2 of 100 fewer (`npm run bench look-up-by-records`). Ties in the order of their numbers. O(headings on the records).
 * @param lists the numbers of the headings of each record
 * @param totals for each heading how many records of the index carry it
 */
export function entryVocabulary(
	{ records, weights, shares, isWhole }: SaidBy,
	lists: Pick<ValueLists, 'of' | 'count'>,
	totals: ArrayLike<number>,
	all: number
): SaidOf[] {
	const of = records.length;
	const sum = weights.reduce((total, weight) => total + weight, 0);
	const carrying = new Map<number, { on: number; weight: number; share: number }>();
	if (isWhole)
		lists.count(records).counts.forEach((on, heading) => {
			if (on > 0) carrying.set(heading, { on, weight: on, share: on });
		});
	else
		records.forEach((n, i) => {
			for (const heading of lists.of(n)) {
				const own = carrying.get(heading);
				if (own) {
					own.on++;
					own.weight += weights[i];
					own.share += weights[i] * shares[i];
				} else carrying.set(heading, { on: 1, weight: weights[i], share: weights[i] * shares[i] });
			}
		});
	const least = of <= FEW ? LEAST_ON.few : isWhole ? LEAST_ON.whole : LEAST_ON.lacking;
	const found: SaidOf[] = [];
	for (const [heading, { on, weight, share }] of carrying) {
		const counts = { a: on, n: of, whole: totals[heading], all };
		const times = lift(counts);
		if (on < least || times <= 1) continue;
		if (totals[heading] > all * COMMON && times < LEAST_LIFT_OF_COMMON) continue;
		const usual = totals[heading] / all;
		const here = (weight + usual) / (sum + 1);
		const score = here * here * Math.log(here / usual);
		found.push({
			heading,
			on,
			of,
			lift: times,
			g2: logLikelihood(counts),
			weight,
			share: share / weight,
			score
		});
	}
	return found.sort((a, b) => b.score - a.score || a.heading - b.heading);
}

/** The records that say a text, as a set. */
export const setOfSaid = ({ records }: SaidBy): RecordSet => RecordSet.fromSorted(records);
