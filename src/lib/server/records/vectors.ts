/**
 * Stored full-text vectors, read from their bytes. PostgreSQL takes a vector apart into rows at some 60 µs a record; read
 * in its binary form (`tsvectorsend`), one costs a tenth of that.
 */
import type { Occurrences, Term } from '../../../core/search';

/** Weights as the binary form numbers them: D, C, B, A. */
const TITLE = 3;
const ABSTRACT = 2;
const HEADINGS = 0;

/** Bytes as characters, which compare as the bytes do. */
const binary = (text: string) => Buffer.from(text, 'utf8').toString('latin1');
/** A word as `eachWord` gives it, as text. */
export const readWord = (bytes: string) => Buffer.from(bytes, 'latin1').toString('utf8');

/**
 * Every word of a vector, as bytes, with where its places stand and how many they are. The binary form: the number of
 * words, then for each its bytes, a zero, the number of its places, and each place with its weight in the two highest
 * bits of 16. O(words).
 */
export function eachWord(vector: Buffer, take: (bytes: string, at: number, places: number) => void): void {
	const words = vector.readInt32BE(0);
	let at = 4;
	for (let word = 0; word < words; word++) {
		const end = vector.indexOf(0, at);
		const places = vector.readUInt16BE(end + 1);
		take(vector.toString('latin1', at, end), end + 3, places);
		at = end + 3 + 2 * places;
	}
}

/** Whether a word stands anywhere but in heading labels. O(places). */
export function standsOutsideHeadings(vector: Buffer, at: number, places: number): boolean {
	for (let place = 0; place < places; place++)
		if (vector.readUInt16BE(at + 2 * place) >> 14 !== HEADINGS) return true;
	return false;
}

/** Terms as they are compared with the words of a vector. */
export class WantedTerms {
	private readonly whole: Map<string, number>;
	private readonly stems: { text: string; term: number }[];

	constructor(terms: readonly Term[]) {
		this.whole = new Map(terms.flatMap(({ text, stem }, i) => (stem ? [] : [[binary(text), i] as const])));
		this.stems = terms.flatMap(({ text, stem }, term) => (stem ? [{ text: binary(text), term }] : []));
	}

	/** How often each term stands in title and abstract. */
	occurrencesIn(vector: Buffer): Pick<Occurrences, 'title' | 'abstract'> {
		const found = { title: new Map<number, number>(), abstract: new Map<number, number>() };
		eachWord(vector, (word, at, places) => {
			const terms = this.matching(word);
			if (terms.length === 0) return;
			let title = 0;
			let abstract = 0;
			for (let place = 0; place < places; place++) {
				const weight = vector.readUInt16BE(at + 2 * place) >> 14;
				if (weight === TITLE) title++;
				else if (weight === ABSTRACT) abstract++;
			}
			for (const term of terms) {
				if (title > 0) found.title.set(term, (found.title.get(term) ?? 0) + title);
				if (abstract > 0) found.abstract.set(term, (found.abstract.get(term) ?? 0) + abstract);
			}
		});
		return found;
	}

	private matching(word: string): readonly number[] {
		const whole = this.whole.get(word);
		if (this.stems.length === 0) return whole === undefined ? NONE : [whole];
		const terms = whole === undefined ? [] : [whole];
		for (const { text, term } of this.stems) if (word.startsWith(text)) terms.push(term);
		return terms;
	}
}

const NONE: readonly number[] = [];
