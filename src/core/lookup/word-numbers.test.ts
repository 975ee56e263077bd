import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fold, key, stemOf, variantKeyOfFold, wordsOf } from '../text';
import { hash, joined, mixed, polynomial, shiftOf } from '../vocabulary/packed';
import { FlatLists, hashOfStems, stemForm, WordNumbers } from './word-numbers';

/** Words that meet again and again, and any text at all. */
const part = fc.oneof(
	fc.constantFrom(
		'noise',
		'echo',
		'enclosures',
		'he',
		'houses',
		'of',
		'the',
		'sueño',
		'Łódź',
		'3D',
		'漢字',
		'x'
	),
	fc.string({ unit: 'grapheme', maxLength: 8 }),
	fc.stringMatching(/^[a-z]{1,12}$/)
);
const text = fc
	.tuple(fc.array(part, { maxLength: 6 }), fc.constantFrom(' ', '-', ', ', '  ', '. '))
	.map(([parts, between]) => fold(parts.join(between)));
const texts = fc.array(text, { minLength: 1, maxLength: 30 });

describe('the words of texts', () => {
	it('are those that reading each text by itself gives, whatever came before', () => {
		fc.assert(
			fc.property(texts, (all) => {
				const numbers = new WordNumbers();
				const lists = new FlatLists();
				const readings = all.map((folded) => ({ ...numbers.read(folded, lists) }));
				for (const [i, folded] of all.entries()) {
					const own = lists.values.subarray(lists.starts[i], lists.starts[i + 1]);
					const words = wordsOf(folded);
					expect(Array.from(own, (number) => numbers.words[number])).toEqual(words);
					expect(readings[i].key).toBe(polynomial(key(folded)));
					expect(readings[i].isPlain).toBe(words.length > 0 && words.join(' ') === folded);
				}
				expect(new Set(numbers.words).size).toBe(numbers.words.length);
			})
		);
	});

	it('come to the same forms by number as by letter', () => {
		fc.assert(
			fc.property(texts, (all) => {
				const numbers = new WordNumbers();
				const lists = new FlatLists();
				for (const folded of all) {
					numbers.read(folded, lists);
					expect(numbers.hashOfStems(lists)).toBe(hashOfStems(folded));
					// A comma or a qualifier is spoken in another order.
					if (!/[,()]/.test(folded))
						expect(numbers.hashOfLevelled(lists)).toBe(hash(variantKeyOfFold(folded)));
				}
			})
		);
	});

	it('share a number for their stems in any order, and only then', () => {
		fc.assert(
			fc.property(texts, (all) => {
				const byNumber = new Map<number, string>();
				for (const folded of all) {
					const form = stemForm(folded);
					expect(byNumber.get(hashOfStems(folded)) ?? form).toBe(form);
					byNumber.set(hashOfStems(folded), form);
					expect(hashOfStems(wordsOf(folded).reverse().join(' '))).toBe(hashOfStems(folded));
				}
			})
		);
	});

	it('keep their stems in order, and those of notes with them though not their words', () => {
		fc.assert(
			fc.property(texts, texts, (labels, notes) => {
				const numbers = new WordNumbers();
				const [lists, stems] = [new FlatLists(), new FlatLists()];
				for (const folded of labels) numbers.read(folded, lists);
				for (const folded of notes) numbers.readStems(folded, stems);
				const { dictionary, rankOfStem } = numbers.sorted();
				const all = Array.from({ length: dictionary.stems.length }, (_, i) => dictionary.stems.at(i));
				expect(all).toEqual([...all].sort());
				expect(new Set(all)).toEqual(new Set([...labels, ...notes].flatMap(wordsOf).map(stemOf)));
				const words = Array.from({ length: dictionary.words.length }, (_, i) => dictionary.words.at(i));
				expect(new Set(words)).toEqual(new Set(labels.flatMap(wordsOf)));
				words.forEach((word, i) => expect(all[dictionary.wordStems[i]]).toBe(stemOf(word)));
				for (const [i, folded] of notes.entries()) {
					const own = stems.values.subarray(stems.starts[i], stems.starts[i + 1]);
					expect(Array.from(own, (stem) => all[rankOfStem[stem]])).toEqual(wordsOf(folded).map(stemOf));
				}
			})
		);
	});

	it('are sorted again only when others have come', () => {
		const numbers = new WordNumbers();
		const lists = new FlatLists();
		numbers.read('quiet rooms', lists);
		const before = numbers.sorted();
		numbers.read('rooms quiet', lists);
		expect(numbers.sorted()).toBe(before);
		numbers.readStems('walls', new FlatLists());
		expect(numbers.sorted()).not.toBe(before);
	});
});

describe('the polynomial of a text', () => {
	it('follows from those of its parts', () => {
		fc.assert(
			fc.property(fc.string(), fc.string(), (one, other) => {
				const whole = polynomial(one + other);
				expect(joined(polynomial(one), polynomial(other), shiftOf(other.length))).toBe(whole);
				expect(mixed(whole)).toBe(hash(one + other));
			})
		);
	});
});

describe('lists laid end to end', () => {
	it('are as they were given, however many numbers there are', () => {
		fc.assert(
			fc.property(
				fc.array(fc.array(fc.nat(), { maxLength: 40 }), { maxLength: 30 }),
				fc.nat(3),
				(given, times) => {
					const lists = new FlatLists();
					for (let round = 0; round <= times; round++) {
						lists.clear();
						for (const list of given) {
							for (const value of list) lists.push(value);
							lists.close();
						}
					}
					expect(lists.starts.length - 1).toBe(given.length);
					for (const [i, list] of given.entries())
						expect([...lists.values.subarray(lists.starts[i], lists.starts[i + 1])]).toEqual(list);
					if (given.length > 0)
						expect(lists.last).toEqual({ from: lists.starts.at(-2), to: lists.starts.at(-1) });
				}
			)
		);
		const long = new FlatLists();
		for (let i = 0; i < 10_000; i++) long.push(i);
		long.close();
		expect(long.values.subarray(0, 10_000)).toEqual(Uint32Array.from({ length: 10_000 }, (_, i) => i));
	});
});
