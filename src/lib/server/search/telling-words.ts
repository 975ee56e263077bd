/** Words that some records of an index say far oftener than its other records do. */
import { overRepresentation } from '../../../core/evidence';
import type { RecordSet } from '../../../core/search';
import { fold, isFunctionWord } from '../../../core/text';
import { eachWordCounted, systematicSample, type IndexSets } from '../records';
import { eachTopicOf } from './topic-rows';

export interface TellingWord {
	text: string;
	/** So many of the records looked at say it, out of so many. */
	on: number;
	of: number;
	g2: number;
}

/** Records that are read, taken evenly of more. */
const MOST_READ = 400;
/** Words on fewer of them, or on a smaller part of them, are not what people say. */
const LEAST_ON = 5;
const LEAST_SHARE = 0.08;
const MOST_COUNTED = 60;
const SHORTEST = 3;

/** The most telling first. O(words of the records read), and a count of each word that may tell. */
export async function tellingWords(sets: IndexSets, among: RecordSet, most: number): Promise<TellingWord[]> {
	const numbers = systematicSample(among.toArray(), MOST_READ);
	const counts = new Map<string, number>();
	await eachTopicOf(sets.code, [...numbers], (vector) =>
		eachWordCounted(vector, (word) => counts.set(word, (counts.get(word) ?? 0) + 1))
	);
	const least = Math.max(LEAST_ON, LEAST_SHARE * numbers.length);
	const candidates = [...counts]
		.filter(([word, count]) => count >= least && isWord(word))
		.sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1))
		.slice(0, MOST_COUNTED);
	const totals = await sets.countWords(
		candidates.map(([text]) => ({ text, capitals: false, field: 'keywords' }))
	);
	return candidates
		.map(([text, on], i) => {
			const whole = Math.max(on, totals[i]);
			return {
				text,
				on,
				of: numbers.length,
				g2: overRepresentation({ a: on, n: numbers.length, whole, all: sets.records })
			};
		})
		.filter(({ g2 }) => g2 > 0)
		.sort((a, b) => b.g2 - a.g2 || (a.text < b.text ? -1 : 1))
		.slice(0, most);
}

/** Words in capitals stand beside themselves in small letters, and numbers say nothing. */
const isWord = (word: string) =>
	word.length >= SHORTEST && word === fold(word) && /\p{L}/u.test(word) && !isFunctionWord(word);
