import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
	BLOCK,
	bucketOf,
	BUCKETS,
	eachPosting,
	joinPostings,
	PostingBlock,
	wordsOfBucket,
	type Posting
} from './postings';

const word = fc.oneof(
	fc.constantFrom('noise', 'noises', 'no', 'Ñ', '静か', 'rest', 'resting'),
	fc.string({ unit: 'grapheme', minLength: 1, maxLength: 6 })
);
const times = fc.oneof(fc.nat(3), fc.nat(300));
const entry = fc.record({ place: fc.nat(BLOCK - 1), title: times, abstract: times });

describe('postings of a block', () => {
	it('are read as they were put, from the one bucket of each word', () => {
		fc.assert(
			fc.property(
				fc.dictionary(word, fc.uniqueArray(entry, { maxLength: 40, selector: ({ place }) => place }), {
					maxKeys: 12
				}),
				(words) => {
					const made = new PostingBlock();
					const given = new Map<string, { place: number; title: number; abstract: number }[]>();
					for (const [one, entries] of Object.entries(words)) {
						const sorted = entries.sort((a, b) => a.place - b.place);
						for (const { place, title, abstract } of sorted) made.add(one, place, title, abstract);
						if (sorted.length > 0)
							given.set(
								one,
								sorted.map(({ place, title, abstract }) => ({
									place,
									title: Math.min(255, title),
									abstract: Math.min(255, abstract)
								}))
							);
					}
					const read = new Map<string, unknown[]>();
					for (const [bucket, bytes] of made.buckets())
						for (const at of wordsOfBucket(bytes, { text: '', as: 'beginning' })) {
							expect(bucketOf(at.word)).toBe(bucket);
							const own: unknown[] = [];
							eachPosting(bytes, at, (place, title, abstract) => own.push({ place, title, abstract }));
							expect(own).toHaveLength(at.records);
							read.set(at.word, own);
							expect(wordsOfBucket(bytes, { text: at.word, as: 'word' })).toEqual([at]);
							const beginning = [...at.word].slice(0, 2).join('');
							const begins = wordsOfBucket(bytes, { text: beginning, as: 'beginning' });
							expect(begins.map(({ word: other }) => other)).toContain(at.word);
							for (const { word: other } of begins) expect(other.startsWith(beginning)).toBe(true);
						}
					expect(read).toEqual(given);
				}
			)
		);
	});

	it('come in order, and words that begin alike lie together', () => {
		const made = new PostingBlock();
		made.add('rest', 7, 1, 0);
		expect(() => made.add('rest', 7, 1, 0)).toThrow(RangeError);
		expect(() => made.add('rest', BLOCK, 1, 0)).toThrow(RangeError);
		expect(bucketOf('resting')).toBe(bucketOf('restless'));
		const spread = new Set(
			Array.from({ length: 5_000 }, (_, i) => bucketOf(i.toString(36).padStart(3, 'q')))
		);
		expect(spread.size).toBe(BUCKETS);
	});
});

it('postings of several words are one, with the times of all', () => {
	const list = fc.uniqueArray(fc.tuple(fc.nat(30), fc.nat(200)), { maxLength: 20, selector: ([n]) => n });
	fc.assert(
		fc.property(fc.array(list, { maxLength: 5 }), (lists) => {
			const postings = lists.map((own): Posting => {
				const sorted = own.sort(([a], [b]) => a - b);
				return {
					records: Uint32Array.from(sorted, ([n]) => n),
					title: Uint8Array.from(sorted, ([, count]) => count),
					abstract: Uint8Array.from(sorted, () => 1)
				};
			});
			const sums = new Map<number, [number, number]>();
			for (const [n, count] of lists.flat()) {
				const [title, abstract] = sums.get(n) ?? [0, 0];
				sums.set(n, [Math.min(255, title + count), abstract + 1]);
			}
			const { records, title, abstract } = joinPostings(postings);
			expect(Array.from(records, (n, i) => [n, title[i], abstract[i]])).toEqual(
				[...sums].sort(([a], [b]) => a - b).map(([n, counts]) => [n, ...counts])
			);
		})
	);
});
