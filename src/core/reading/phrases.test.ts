import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { logLikelihood } from '../evidence/association';
import { fold, isFunctionWord, wordsOf } from '../text';
import { frequentWords, longerRuns, PhraseCounter, runsByText, tellingPhrases } from './phrases';

const word = fc.constantFrom('quiet', 'room', 'the', 'of', 'Noise', 'level', 'night-time', 'children');
const sentence = fc.array(word, { maxLength: 6 }).map((words) => words.join(' '));
const text = fc.array(sentence, { maxLength: 3 }).map((sentences) => sentences.join('. '));

/** The runs of records taken in by several counters, counted in several shares. */
function runsOf(parts: readonly (readonly [string, string])[][], least: number, of: number) {
	const taken = parts.map((records) => {
		const counter = new PhraseCounter();
		for (const texts of records) counter.add(...texts);
		return counter.taken();
	});
	const frequent = frequentWords(taken, least);
	const shares = Array.from({ length: of }, (_, part) => longerRuns(frequent, { part, of }));
	return runsByText(frequent, shares);
}

/** Every run of a text, the long way. */
function runsIn(...texts: string[]): Set<string> {
	const found = new Set<string>();
	for (const sentence of texts.flatMap((one) => one.split('.'))) {
		const words = wordsOf(fold(sentence));
		for (let from = 0; from < words.length; from++)
			for (let to = from; to < Math.min(words.length, from + 3); to++)
				if (!isFunctionWord(words[from]) && !isFunctionWord(words[to]))
					found.add(words.slice(from, to + 1).join(' '));
	}
	return found;
}

describe('words of records', () => {
	it('are the runs that enough records have, each record once, as the long way finds them, however it is shared out', () => {
		fc.assert(
			fc.property(
				fc.array(fc.array(fc.tuple(text, text), { maxLength: 7 }), { maxLength: 3 }),
				fc.integer({ min: 1, max: 4 }),
				fc.integer({ min: 1, max: 3 }),
				(parts, least, of) => {
					const wanted = new Map<string, number>();
					for (const texts of parts.flat())
						for (const run of runsIn(...texts)) wanted.set(run, (wanted.get(run) ?? 0) + 1);
					const enough = [...wanted].filter(([, count]) => count >= least);
					expect(new Map([...runsOf(parts, least, of)].sort())).toEqual(new Map(enough.sort()));
				}
			)
		);
	});

	it('reach over no end of a sentence, no comma and no bracket, and take nothing from where there is nothing', () => {
		const records: [string, string][] = [
			['Quiet, rooms (at night); sleep', ''],
			['', '']
		];
		expect([...runsOf([records], 1, 1).keys()].sort()).toEqual(['night', 'quiet', 'rooms', 'sleep']);
		expect(runsOf([[]], 5, 1)).toEqual(new Map());
		expect(runsOf([], 5, 2)).toEqual(new Map());
	});

	it('tell where they are over-represented, by G² over records, most telling first', () => {
		const runs = fc.dictionary(fc.constantFrom('a', 'b', 'c', 'd'), fc.integer({ min: 1, max: 40 }));
		const wholes = fc.dictionary(fc.constantFrom('a', 'b', 'c', 'd'), fc.integer({ min: 1, max: 400 }));
		fc.assert(
			fc.property(runs, wholes, (counts, more) => {
				const [n, all] = [40, 500];
				const whole = (run: string) => Math.min(all - n + counts[run], counts[run] + (more[run] ?? 0));
				const found = tellingPhrases(new Map(Object.entries(counts)), { n, all }, whole);
				const wanted = Object.entries(counts).filter(([run, a]) => a >= 5 && a / n > whole(run) / all);
				expect(new Set(found.map(({ text }) => text))).toEqual(new Set(wanted.map(([run]) => run)));
				for (const [i, phrase] of found.entries()) {
					expect(phrase.g2).toBeCloseTo(logLikelihood({ a: phrase.count, n, whole: phrase.all, all }), 9);
					if (i > 0) expect(phrase.g2).toBeLessThanOrEqual(found[i - 1].g2);
				}
			})
		);
	});

	it('give way to the longer run that nine tenths of their records have', () => {
		const runs = new Map([['quiet', 20], ['time', 40], ['quiet time', 18], ['night', 30], ['quiet time night', 9]]); // prettier-ignore
		const texts = tellingPhrases(runs, { n: 50, all: 1000 }, (run) => runs.get(run) ?? 0).map(
			({ text }) => text
		);
		expect(texts.sort()).toEqual(['night', 'quiet time', 'quiet time night', 'time']);
	});
});
