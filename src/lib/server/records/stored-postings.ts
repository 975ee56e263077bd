/**
 * Which records have a word, and how often: read from stored postings. PostgreSQL keeps no weights in its index of words, so
 * it would have to read every record that has a word; of a word on every one of a million that took many seconds.
 */
import {
	BLOCK,
	bucketOf,
	eachPosting,
	joinPostings,
	lengthOf,
	NO_POSTING,
	PostingBlock,
	wordsOfBucket,
	type Posting,
	type StoredWord,
	type WordForm
} from '../../../core/search';
import { SizedCache } from '../caches';
import type { Transaction } from '../db';
import { codesWithoutPostings, eachTopicOfBlock, LENGTHS, storedBuckets, writeBlock } from './posting-rows';
import { inOneStep } from './remaking-rows';
import { lockRecords } from './stored-rows';
import { eachWordCounted } from './vectors';

/** What is known of an index's records at one revision. */
interface IndexRecords {
	code: string;
	records: number;
	fact: <T>(name: string, work: () => Promise<T>) => Promise<T>;
}

/** Postings held for one index, in bytes. */
const MOST_BYTES = 64 * 2 ** 20;
const BYTES_EACH = 6;
const OVERHEAD = 200;

const heldBy = (sets: IndexRecords) =>
	sets.fact('postings', () =>
		Promise.resolve(
			new SizedCache<Posting>(MOST_BYTES, ({ records }) => OVERHEAD + BYTES_EACH * records.length)
		)
	);

/** The postings of some words, in their order. One statement for those not at hand. O(postings of their buckets). */
export async function postingsOf(sets: IndexRecords, words: readonly WordForm[]): Promise<Posting[]> {
	const held = await heldBy(sets);
	const nameOf = ({ text, as }: WordForm) => `${as} ${text}`;
	const known = new Map(words.map((word) => [nameOf(word), held.get(nameOf(word))]));
	const open = [...new Map(words.map((word) => [nameOf(word), word])).values()].filter(
		(word) => !known.get(nameOf(word))
	);
	if (open.length > 0)
		for (const [i, posting] of (await readPostings(sets, open)).entries()) {
			held.set(nameOf(open[i]), posting);
			known.set(nameOf(open[i]), posting);
		}
	return words.map((word) => known.get(nameOf(word)) ?? NO_POSTING);
}

async function readPostings(sets: IndexRecords, words: readonly WordForm[]): Promise<Posting[]> {
	const buckets = [...new Set(words.map(({ text }) => bucketOf(text)))];
	const rows = await storedBuckets(sets.code, buckets);
	const found = words.map(() => new Map<string, { bytes: Buffer; block: number; at: StoredWord }[]>());
	for (const { bucket, block, bytes } of rows)
		words.forEach((word, i) => {
			if (bucketOf(word.text) !== bucket) return;
			for (const at of wordsOfBucket(bytes, word)) {
				const own = found[i].get(at.word);
				if (own) own.push({ bytes, block, at });
				else found[i].set(at.word, [{ bytes, block, at }]);
			}
		});
	return found.map((forms) => joinPostings([...forms.values()].map(posting)));
}

/** One word's postings from all blocks, which come in order. */
function posting(parts: readonly { bytes: Buffer; block: number; at: StoredWord }[]): Posting {
	const size = parts.reduce((sum, { at }) => sum + at.records, 0);
	const records = new Uint32Array(size);
	const [title, abstract] = [new Uint8Array(size), new Uint8Array(size)];
	let i = 0;
	for (const { bytes, block, at } of parts)
		eachPosting(bytes, at, (place, inTitle, inAbstract) => {
			records[i] = block * BLOCK + place;
			title[i] = inTitle;
			abstract[i++] = inAbstract;
		});
	return { records, title, abstract };
}

export interface RecordLengths {
	/** Of each record, as best match weighs its title and abstract. */
	lengths: Uint32Array;
	mean: number;
}

/** How long the records of an index are. One statement for a revision. */
export const lengthsOf = (sets: IndexRecords): Promise<RecordLengths> =>
	sets.fact('lengths', async () => {
		const lengths = new Uint32Array(sets.records);
		for (const { block, bytes } of await storedBuckets(sets.code, [LENGTHS]))
			for (let at = 0; at < bytes.length; at += 4) {
				const titleLength = bytes.readUInt16LE(at);
				lengths[block * BLOCK + at / 4] = lengthOf({
					titleLength,
					abstractLength: bytes.readUInt16LE(at + 2)
				});
			}
		const sum = lengths.reduce((all, one) => all + one, 0);
		return { lengths, mean: sets.records > 0 ? sum / sets.records : 0 };
	});

/** Makes the postings of some blocks of an index from its stored records. O(words of their records). */
export async function makePostings(tx: Transaction, code: string, blocks: Iterable<number>): Promise<void> {
	for (const block of blocks) {
		const made = new PostingBlock();
		const lengths = Buffer.alloc(4 * BLOCK);
		let end = 0;
		await eachTopicOfBlock(tx, code, block, ({ n, t, a, vector }) => {
			const place = n - block * BLOCK;
			lengths.writeUInt16LE(t, 4 * place);
			lengths.writeUInt16LE(a, 4 * place + 2);
			end = 4 * (place + 1);
			eachWordCounted(vector, (word, title, abstract) => made.add(word, place, title, abstract));
		});
		await writeBlock(tx, code, block, made.buckets().set(LENGTHS, lengths.subarray(0, end)));
	}
}

export const blocksOf = (numbers: Iterable<number>): Set<number> =>
	new Set(Array.from(numbers, (n) => Math.floor(n / BLOCK)));

/** Makes the postings of indexes that an earlier release filled. Servers take turns; what one has made is not made again. */
export async function makeMissingPostings(): Promise<void> {
	for (const code of await codesWithoutPostings())
		await inOneStep(async (tx) => {
			const records = await lockRecords(tx, code);
			if (!(await codesWithoutPostings()).includes(code)) return;
			await makePostings(
				tx,
				code,
				Array.from({ length: Math.ceil(records / BLOCK) }, (_, block) => block)
			);
		});
}
