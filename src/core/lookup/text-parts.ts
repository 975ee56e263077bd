/** What a text of several words is about: the runs of its words that a vocabulary or the records know. */
import { fold, isFunctionWord, wordsOf } from '../text';

export interface TextPart {
	/** As it stands in the text, folded. */
	text: string;
	/** Whether a vocabulary or the records know it as one; a word that nobody knows is a part of its own. */
	isKnown: boolean;
}

/** Longer runs are not looked for. */
const LONGEST = 6;

/**
 * The parts of a text: from the left the longest run of words that is known as one, neither beginning nor ending with a
 * function word; a content word of no such run is a part of its own. O(words × longest run).
 * @param isKnown whether a run of two words or more, or a word, is known as one
 */
export function partsOfText(text: string, isKnown: (run: string) => boolean): TextPart[] {
	const words = wordsOf(fold(text));
	const parts: TextPart[] = [];
	for (let at = 0; at < words.length;) {
		if (isFunctionWord(words[at])) {
			at++;
			continue;
		}
		const run = longestKnown(words, at, isKnown);
		parts.push({ text: words.slice(at, at + (run || 1)).join(' '), isKnown: run > 0 });
		at += run || 1;
	}
	return parts;
}

function longestKnown(words: readonly string[], at: number, isKnown: (run: string) => boolean): number {
	for (let length = Math.min(LONGEST, words.length - at); length > 0; length--) {
		if (isFunctionWord(words[at + length - 1])) continue;
		if (isKnown(words.slice(at, at + length).join(' '))) return length;
	}
	return 0;
}
