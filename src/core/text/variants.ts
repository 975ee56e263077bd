/** Spelling variants of a phrase: number, British and American, hyphen / space / solid, inversion, acronyms. */
import { fold, key, splitQualifier, uninvert } from './fold';
import { americanise, britishise } from './spelling';
import { normalWord, otherNormals, pluralOf, singularOf, wordsOf } from './words';

/**
 * The form that all spelling variants of a phrase share: spoken order, American spelling, every word singular, no
 * spaces; a trailing bracketed qualifier kept apart. Two phrases are variants of each other when their forms are
 * equal. O(length).
 */
export function variantKey(label: string): string {
	return variantKeyOfFold(fold(label));
}

/**
 * Forms of a folded phrase that its variants may have besides `variantKeyOfFold`, each with one of its last words in another
 * number: "axes" may be of an axe or of an axis.
 */
export function otherVariantKeys(folded: string): string[] {
	const { base, qualifier } = splitQualifier(folded);
	const words = wordsOf(uninvert(base));
	const tail = qualifier ? `(${key(qualifier)})` : '';
	return words.flatMap((word, i) =>
		otherNormals(word).map((other) => {
			const normals = words.map((own, j) => (j === i ? other : normalWord(own)));
			return levelWords(normals.join('')) + tail;
		})
	);
}

/** The same for a text that is folded already. */
export function variantKeyOfFold(folded: string): string {
	const { base, qualifier } = splitQualifier(folded);
	const solid = levelWords(wordsOf(uninvert(base)).map(normalWord).join(''));
	return qualifier ? `${solid}(${key(qualifier)})` : solid;
}

/** Levels the inside of normal words joined like their end, so that "noise barriers" and "noisebarrier" agree. */
export function levelWords(joined: string): string {
	return joined.includes('e') ? joined.replace(/(s|x|z|ch|sh|o)e+/g, '$1').replaceAll('ie', 'y') : joined;
}

/**
 * Variants worth offering for a phrase, without the phrase itself; each folds differently and none repeats.
 * O(words²) for the joins, bounded by `most`.
 */
export function variants(phrase: string, most = 24): string[] {
	const { base, qualifier } = splitQualifier(fold(phrase));
	const own = fold(phrase);
	const found = new Map<string, string>();
	const add = (candidate: string) => {
		const full = qualifier ? `${candidate} (${qualifier})` : candidate;
		const id = full.replaceAll('-', '\u0000');
		if (full !== own && !found.has(id)) found.set(id, full);
	};
	const spoken = uninvert(base);
	if (spoken !== base) add(spoken);
	const words = spoken.split(' ').filter(Boolean);
	const last = words[words.length - 1] ?? '';
	const withLast = (word: string | undefined) =>
		word !== undefined && add([...words.slice(0, -1), word].join(' '));
	withLast(pluralOf(last));
	withLast(singularOf(last));
	const american = words.map(americanise).join(' ');
	const british = words.map(britishise).join(' ');
	if (american !== spoken) add(american);
	if (british !== spoken) add(british);
	if (words.length > 1) {
		add(`${last}, ${words.slice(0, -1).join(' ')}`);
		for (let i = 0; i + 1 < words.length; i++) {
			add([...words.slice(0, i), `${words[i]}-${words[i + 1]}`, ...words.slice(i + 2)].join(' '));
			// A compound's first part is singular: "bay windows" may be solid, "bays windows" not.
			if (pluralOf(words[i]) !== undefined)
				add([...words.slice(0, i), words[i] + words[i + 1], ...words.slice(i + 2)].join(' '));
		}
	}
	return [...found.values()].slice(0, most);
}

/** A short form and what it stands for, as seen in a vocabulary. */
export interface AcronymPair {
	acronym: string;
	expansion: string;
}

/** Letters and digits of an acronym. */
export const LONGEST_ACRONYM = 6;

/**
 * Whether `short` is an acronym of `long`: two to six capitals that are, in order, the initials of the long form's
 * words (function words may be skipped).
 */
export function isAcronymOf(short: string, long: string): boolean {
	if (short.length > LONGEST_ACRONYM || !/^[A-Z][A-Z0-9]+$/.test(short)) return false;
	const words = wordsOf(fold(splitQualifier(long).base));
	const all = words.map((word) => word[0]).join('');
	const content = words.filter(
		(word) => word.length > 3 || !/^(of|and|the|in|for|to|on|a|an|by|at)$/.test(word)
	);
	const wanted = short.toLowerCase();
	return all === wanted || content.map((word) => word[0]).join('') === wanted;
}
