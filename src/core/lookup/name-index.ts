/** Names found by the beginning of any of their words, such as people, places and sources. */
import { firstPlace, intersect, union } from './sorted-lists';
import { fold } from '../text';

/** A word of one letter says too little to be asked for alone. */
const SHORTEST = 2;

/** The words of a name or of what is typed: letters and digits, folded. */
export const wordsOfName = (text: string): string[] =>
	fold(text)
		.split(/[^\p{L}\p{N}]+/u)
		.filter(Boolean);

/** A name that was found, and how many of the words asked for are whole words of it. */
export interface NameFound {
	name: number;
	whole: number;
}

export class NameIndex {
	/** Every word of a name, ascending; to each the names that have it, ascending. */
	private readonly words: string[];
	private readonly having: Uint32Array[];

	/** O(words of all names × log). @param names as they are written or folded; a name is known by its place */
	constructor(names: readonly string[]) {
		const byWord = new Map<string, number[]>();
		names.forEach((name, place) => {
			for (const word of new Set(wordsOfName(name))) {
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
	find(text: string): NameFound[] {
		const asked = [...new Set(wordsOfName(text))];
		if (!asked.some(({ length }) => length >= SHORTEST)) return [];
		const lists = asked.map((word) => this.beginning(word));
		const found = intersect(lists.map(({ any }) => any));
		const wholes = lists.map(({ whole }) => new Set(whole && intersect([whole, found])));
		return Array.from(found, (name) => ({
			name,
			whole: wholes.reduce((sum, set) => sum + (set.has(name) ? 1 : 0), 0)
		}));
	}

	private beginning(word: string): { any: Uint32Array; whole?: Uint32Array } {
		const { words, having } = this;
		const from = firstPlace(0, words.length, (place) => words[place] >= word);
		const to = firstPlace(from, words.length, (place) => !words[place].startsWith(word));
		return { any: union(having.slice(from, to)), whole: words[from] === word ? having[from] : undefined };
	}
}
