/** Why a record was found: where words of a strategy stand in a text. */
import { indexedWordsIn, isToken, tokensOf, type Token, type WordTest } from './word-matching';

export interface Mark {
	from: number;
	to: number;
}

/**
 * Where words stand in a text, by characters, in order and not overlapping. The rules are those of the search itself.
 * O(words of the text × tests).
 */
export function marksIn(text: string, tests: readonly WordTest[]): Mark[] {
	const words = indexedWordsIn(text);
	const wanted = tests.flatMap(({ text: word, capitals }) => {
		const tokens = tokensOf(word, capitals);
		return typeof tokens === 'string' ? [] : [{ tokens, capitals }];
	});
	const marks: Mark[] = [];
	for (let at = 0; at < words.length; at++) {
		const length = Math.max(
			0,
			...wanted.map(({ tokens, capitals }) => (standsAt(words, at, tokens, capitals) ? tokens.length : 0))
		);
		if (length === 0) continue;
		const mark = { from: words[at].from, to: words[at + length - 1].to };
		const last = marks[marks.length - 1];
		// Two phrases that share a word are one mark.
		if (last && mark.from <= last.to) last.to = Math.max(last.to, mark.to);
		else marks.push(mark);
	}
	return marks;
}

function standsAt(
	words: ReturnType<typeof indexedWordsIn>,
	at: number,
	tokens: readonly Token[],
	capitals: boolean
): boolean {
	return tokens.every((token, i) => isToken(words[at + i], token, capitals));
}
