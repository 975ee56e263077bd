/** Names found by the beginning of any of their words, such as people, places and sources. */
import { firstPlace, intersect, lowerBoundOf, union } from './sorted-lists';
import { fold, runsOf } from '../text';

/** A word of one letter says too little to be asked for alone. */
const SHORTEST = 2;

/** Names that were found, ascending, and how many of the words asked for are whole words of each. */
export interface NamesFoundIn {
	names: Uint32Array;
	whole: Uint8Array;
}

const NOTHING: NamesFoundIn = { names: new Uint32Array(0), whole: new Uint8Array(0) };

export class NameIndex {
	/** Every word of a name, ascending; to each the names that have it, ascending. */
	private readonly words: string[];
	private readonly having: Uint32Array[];

	/** O(words of all names × log). @param names as they are written or folded; a name is known by its place */
	constructor(names: readonly string[]) {
		const byWord = new Map<string, number[]>();
		names.forEach((name, place) => {
			for (const word of new Set(runsOf(fold(name)))) {
				const known = byWord.get(word);
				if (known) known.push(place);
				else byWord.set(word, [place]);
			}
		});
		// By code units, as the places below are looked for.
		this.words = [...byWord.keys()].sort((a, b) => (a < b ? -1 : 1));
		this.having = this.words.map((word) => Uint32Array.from(byWord.get(word) ?? []));
	}

	/**
	 * Names in which every word that is typed begins a word; none where no word has two letters.
	 * O(names that any word begins).
	 */
	find(text: string): NamesFoundIn {
		const asked = [...new Set(runsOf(fold(text)))];
		if (!asked.some(({ length }) => length >= SHORTEST)) return NOTHING;
		const lists = asked.map((word) => this.beginning(word));
		const names = intersect(lists.map(({ any }) => any));
		// In flat lists: where few letters are typed there may be a hundred thousand names.
		const whole = new Uint8Array(names.length);
		for (const list of lists.flatMap(({ whole: own }) => own ?? []))
			for (let i = 0, at = 0; i < list.length && at < names.length; i++) {
				at = lowerBoundOf(names, (name) => name >= list[i], at);
				if (names[at] === list[i]) whole[at]++;
			}
		return { names, whole };
	}

	private beginning(word: string): { any: Uint32Array; whole?: Uint32Array } {
		const { words, having } = this;
		const from = firstPlace(0, words.length, (place) => words[place] >= word);
		const to = firstPlace(from, words.length, (place) => !words[place].startsWith(word));
		return { any: union(having.slice(from, to)), whole: words[from] === word ? having[from] : undefined };
	}
}
