/** What is odd about a query, and what was done with it, in words. */
import { fold, wordsOf } from '../text';
import { SHORTEST_BEGINNING } from './label-index';

/** A query longer than this is cut, in characters: no label is looked for that is longer. */
export const LONGEST_QUERY = 200;
/** No heading has so many words. */
const MANY_WORDS = 12;

const ALPHABETS = [/\p{Script=Latin}/u, /\p{Script=Cyrillic}/u, /\p{Script=Greek}/u];

/** Nothing where a query is as queries are. O(length). */
export function remarksOn(query: string): string[] {
	const asked = query.slice(0, LONGEST_QUERY).trim();
	if (asked === '') return [];
	const words = wordsOf(fold(asked));
	if (words.length === 0)
		return [
			asked.includes('*')
				? 'A * stands for the rest of a word: write the beginning of the word before it, as in insomn*.'
				: `“${asked}” holds no letter and no digit to look up.`
		];
	const remarks: string[] = [];
	const inside = /([\p{L}\p{N}]+)\*+([\p{L}\p{N}]+)/u.exec(asked);
	if (inside)
		remarks.push(
			`A * can end a word only: “${inside[1]}” was taken as the beginning of a word, and “${inside[2]}” as a word of its own.`
		);
	const short = /(?:^|\s)([\p{L}\p{N}]+)\*/u.exec(asked);
	if (short && short[1].length < SHORTEST_BEGINNING && words.length === 1)
		remarks.push(
			`“${short[1]}” begins too many words: ${SHORTEST_BEGINNING} letters or more stand before a *. It was looked up as a word.`
		);
	if (query.trim().length > LONGEST_QUERY)
		remarks.push(`Only the first ${LONGEST_QUERY} characters were looked up: no heading is longer.`);
	if (words.length > MANY_WORDS)
		remarks.push(
			`${words.length} words are more than any heading has. Headings with the rarest of them are shown.`
		);
	const mixed = words.find((word) => ALPHABETS.filter((alphabet) => alphabet.test(word)).length > 1);
	if (mixed)
		remarks.push(
			`“${mixed}” mixes letters of different alphabets that look alike. It was looked up just as it is written.`
		);
	return remarks;
}
