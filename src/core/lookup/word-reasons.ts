/** Which words of a label answer to the words of a query, where they are not the same. */
import { isJoined } from './compounds';
import { stemIn, stemmedLanguage } from './language-stems';
import { americanise, contentWords, normalWord, singularOf, stemOf, wordsOf } from '../text';

export interface WordReason {
	/** A word of the query. */
	asked: string;
	/** The word of the label that stands for it; none where the label has nothing of the kind. */
	found?: string;
	/** Why they count as the same: number, British or American spelling, stem, written as one or as two, or one begins the other. */
	why?: 'number' | 'spelling' | 'stem' | 'joined' | 'begins';
}

/**
 * Every word of a query that a label does not have as it was typed. O(words of both).
 * @param folded the label's fold
 * @param lang the label's language, as a tag
 */
export function wordReasons(asked: string, folded: string, lang: string): WordReason[] {
	const language = stemmedLanguage(lang);
	const words = wordsOf(folded);
	const typed = wordsOf(asked);
	return contentWords(asked).flatMap((word): WordReason[] => {
		if (words.includes(word)) return [];
		const normal = normalWord(word);
		const same = words.find((other) => normalWord(other) === normal);
		if (same !== undefined)
			return [{ asked: word, found: same, why: isSpelling(word, same) ? 'spelling' : 'number' }];
		const stem = stemOf(word);
		const related = words.find(
			(other) => stemOf(other) === stem || (language && stemIn(language, other) === stemIn(language, word))
		);
		if (related !== undefined) return [{ asked: word, found: related, why: 'stem' }];
		const two = words.findIndex((first, i) => i + 1 < words.length && isJoined(first, words[i + 1], word));
		if (two >= 0) return [{ asked: word, found: `${words[two]} ${words[two + 1]}`, why: 'joined' }];
		const at = typed.indexOf(word);
		const one = words.find((other) =>
			[at - 1, at].some((i) => i >= 0 && i + 1 < typed.length && isJoined(typed[i], typed[i + 1], other))
		);
		if (one !== undefined) return [{ asked: word, found: one, why: 'joined' }];
		const longer = words.find((other) => other.startsWith(word));
		if (longer !== undefined) return [{ asked: word, found: longer, why: 'begins' }];
		return [{ asked: word }];
	});
}

/** Whether two forms of a word differ by spelling rather than by number. */
function isSpelling(a: string, b: string): boolean {
	return singularOf(a) !== b && singularOf(b) !== a && (americanise(a) !== a) !== (americanise(b) !== b);
}
