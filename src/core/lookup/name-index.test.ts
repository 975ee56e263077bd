import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NameIndex } from './name-index';

const wordsIn = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '').split(' ');

describe('names by the beginning of any of their words', () => {
	const names = ['carys okerlund', 's. okerlund', 'okerlund voss, s.', 'schooling and society', 'b', 'ökern'];
	const index = new NameIndex(names);
	const found = (text: string) => Array.from(index.find(text).names, (name) => names[name]);

	it.each([
		['okerlund', ['carys okerlund', 's. okerlund', 'okerlund voss, s.']],
		['Carys Ok', ['carys okerlund']],
		['soc sch', ['schooling and society']],
		['S. Okerlund', ['s. okerlund', 'okerlund voss, s.']],
		['oker', ['carys okerlund', 's. okerlund', 'okerlund voss, s.', 'ökern']],
		// One letter would be half of all names.
		['b', []],
		['s. b', []],
		['kerlund', []],
		[' – ', []]
	])('%s', (text, expected) => expect(found(text)).toEqual(expected));

	it('are those that going through all of them gives, with the words that are whole', () => {
		const word = fc.stringMatching(/^[abé]{1,3}$/);
		const phrase = fc.array(word, { minLength: 1, maxLength: 3 }).map((words) => words.join(' '));
		fc.assert(
			fc.property(fc.array(phrase, { maxLength: 12 }), phrase, (all, asked) => {
				const wanted = [...new Set(wordsIn(asked))];
				const expected = all.flatMap((name, place) => {
					const own = wordsIn(name);
					if (!wanted.every((one) => own.some((other) => other.startsWith(one)))) return [];
					return [{ name: place, whole: wanted.filter((one) => own.includes(one)).length }];
				});
				const canAsk = wanted.some(({ length }) => length >= 2);
				const found = new NameIndex(all).find(asked);
				const told = Array.from(found.names, (name, i) => ({ name, whole: found.whole[i] }));
				expect(told).toEqual(canAsk ? expected : []);
			})
		);
	});
});
