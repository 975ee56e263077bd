/**
 * Stored full-text vectors, read from their bytes. PostgreSQL takes a vector apart into rows at some 60 µs a record; read
 * in its binary form (`tsvectorsend`), one costs a tenth of that.
 */

/** Weights as the binary form numbers them: D, C, B, A. */
const TITLE = 3;
const ABSTRACT = 2;
const HEADINGS = 0;

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

/**
 * Calls for each word of a record that stands elsewhere than in its heading labels, with how often it stands in the title and
 * in the abstract. O(places).
 */
export function eachWordCounted(
	vector: Buffer,
	take: (word: string, title: number, abstract: number) => void
): void {
	eachWord(vector, (bytes, at, places) => {
		let title = 0;
		let abstract = 0;
		let isInKeywords = false;
		for (let place = 0; place < places; place++) {
			const weight = vector.readUInt16BE(at + 2 * place) >> 14;
			if (weight === TITLE) title++;
			else if (weight === ABSTRACT) abstract++;
			else if (weight !== HEADINGS) isInKeywords = true;
		}
		if (isInKeywords || title + abstract > 0) take(readWord(bytes), title, abstract);
	});
}
