/**
 * Where words stand in the records of an index, stored in blocks of records and buckets of words: to read one word is to
 * read one short row for each block. A posting says which record, and how often the word stands in its title and in its
 * abstract; where both are 0, it stands among the author's keywords. (Inverted files with delta coding: I. H. Witten,
 * A. Moffat, T. C. Bell, "Managing Gigabytes", 1999.)
 */

/** Records of one block. */
export const BLOCK = 16_384;
/** Buckets that words are spread over. */
export const BUCKETS = 256;
/** Letters by which a word finds its bucket: no stem that can be looked for is shorter, so all its forms lie together. */
const LETTERS = 3;
/** More often than this tells nothing more: best match has long levelled off. */
const MOST_TIMES = 255;

/** The bucket of a word, and of every word that begins as it does. FNV-1a over its first letters. O(1). */
export function bucketOf(word: string): number {
	let hash = 0x811c9dc5;
	for (let i = 0; i < Math.min(LETTERS, word.length); i++)
		hash = Math.imul(hash ^ word.charCodeAt(i), 0x01000193);
	return ((hash >>> 24) ^ (hash >>> 12) ^ hash) & (BUCKETS - 1);
}

/** Puts the postings of one block together, record by record in ascending order. */
export class PostingBlock {
	private readonly words = new Map<string, { last: number; count: number; bytes: number[] }>();

	/**
	 * @param place of the record within the block
	 * @throws RangeError where records do not come in order
	 */
	add(word: string, place: number, title: number, abstract: number): void {
		let own = this.words.get(word);
		if (!own) this.words.set(word, (own = { last: -1, count: 0, bytes: [] }));
		if (place <= own.last || place >= BLOCK) throw new RangeError(`Record ${place} does not come next.`);
		const { bytes } = own;
		let step = place - own.last - 1;
		for (; step > 127; step >>>= 7) bytes.push((step & 127) | 128);
		bytes.push(step);
		// Seven times in a title and fifteen in an abstract fit in one byte; what is more stands in two behind a mark.
		if (title < 8 && abstract < 16) bytes.push((title << 4) | abstract);
		else bytes.push(128, Math.min(title, MOST_TIMES), Math.min(abstract, MOST_TIMES));
		own.last = place;
		own.count++;
	}

	/**
	 * The stored form of each bucket that has words: for each word the length of its bytes, those, how many records have it,
	 * the length of its postings, and those. O(postings).
	 */
	buckets(): Map<number, Uint8Array> {
		const byBucket = new Map<number, string[]>();
		for (const word of this.words.keys()) {
			const bucket = bucketOf(word);
			const own = byBucket.get(bucket);
			if (own) own.push(word);
			else byBucket.set(bucket, [word]);
		}
		const encoder = new TextEncoder();
		return new Map(
			Array.from(byBucket, ([bucket, words]) => {
				const entries = words.map((word) => ({ name: encoder.encode(word), own: this.words.get(word) }));
				const bytes = new Uint8Array(
					entries.reduce((sum, { name, own }) => sum + HEAD + name.length + (own?.bytes.length ?? 0), 0)
				);
				const view = new DataView(bytes.buffer);
				let at = 0;
				for (const { name, own } of entries) {
					const postings = own?.bytes ?? [];
					view.setUint16(at, name.length, true);
					view.setUint16(at + 2, own?.count ?? 0, true);
					view.setUint32(at + 4, postings.length, true);
					bytes.set(name, at + HEAD);
					bytes.set(postings, at + HEAD + name.length);
					at += HEAD + name.length + postings.length;
				}
				return [bucket, bytes];
			})
		);
	}
}

const HEAD = 8;

/** A word of a stored bucket, and where its postings stand in it. */
export interface StoredWord {
	word: string;
	records: number;
	from: number;
	to: number;
}

/** What is looked for: a word as it is, or every word that begins so. */
export interface WordForm {
	text: string;
	as: 'word' | 'beginning';
}

/** The words of a stored bucket that are looked for. Only these are decoded: a bucket has thousands of others. O(words). */
export function wordsOfBucket(bytes: Uint8Array, { text, as }: WordForm): StoredWord[] {
	const decoder = new TextDecoder();
	const wanted = new TextEncoder().encode(text);
	const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
	const words: StoredWord[] = [];
	for (let at = 0; at < bytes.length;) {
		const length = view.getUint16(at, true);
		const from = at + HEAD + length;
		const to = from + view.getUint32(at + 4, true);
		const isLong = as === 'word' ? length === wanted.length : length >= wanted.length;
		if (isLong && wanted.every((byte, i) => bytes[at + HEAD + i] === byte))
			words.push({
				word: decoder.decode(bytes.subarray(at + HEAD, from)),
				records: view.getUint16(at + 2, true),
				from,
				to
			});
		at = to;
	}
	return words;
}

/** Calls for each posting of a word, records ascending, by their place in the block. O(postings). */
export function eachPosting(
	bytes: Uint8Array,
	{ from, to }: Pick<StoredWord, 'from' | 'to'>,
	take: (place: number, title: number, abstract: number) => void
): void {
	let place = -1;
	for (let at = from; at < to;) {
		let step = 0;
		let shift = 0;
		for (; bytes[at] > 127; at++, shift += 7) step |= (bytes[at] & 127) << shift;
		step |= bytes[at++] << shift;
		place += step + 1;
		const times = bytes[at++];
		if (times < 128) take(place, times >>> 4, times & 15);
		else take(place, bytes[at++], bytes[at++]);
	}
}

/** The records whose title, abstract or author's keywords have a word, ascending, with how often. */
export interface Posting {
	records: Uint32Array;
	title: Uint8Array;
	abstract: Uint8Array;
}

export const NO_POSTING: Posting = {
	records: new Uint32Array(0),
	title: new Uint8Array(0),
	abstract: new Uint8Array(0)
};

/** One posting of several words that count as one, times added. O(postings × log words). */
export function joinPostings(all: readonly Posting[]): Posting {
	if (all.length < 2) return all[0] ?? NO_POSTING;
	const middle = all.length >> 1;
	return joinTwo(joinPostings(all.slice(0, middle)), joinPostings(all.slice(middle)));
}

function joinTwo(a: Posting, b: Posting): Posting {
	if (a.records.length === 0) return b;
	if (b.records.length === 0) return a;
	const most = a.records.length + b.records.length;
	const records = new Uint32Array(most);
	const title = new Uint8Array(most);
	const abstract = new Uint8Array(most);
	let at = 0;
	for (let i = 0, j = 0; i < a.records.length || j < b.records.length; at++) {
		const isOfA = j >= b.records.length || a.records[i] <= b.records[j];
		const isOfB = i >= a.records.length || b.records[j] <= a.records[i];
		records[at] = isOfA ? a.records[i] : b.records[j];
		title[at] = Math.min(MOST_TIMES, (isOfA ? a.title[i] : 0) + (isOfB ? b.title[j] : 0));
		abstract[at] = Math.min(MOST_TIMES, (isOfA ? a.abstract[i] : 0) + (isOfB ? b.abstract[j] : 0));
		if (isOfA) i++;
		if (isOfB) j++;
	}
	return { records: records.slice(0, at), title: title.slice(0, at), abstract: abstract.slice(0, at) };
}
