/** Words of a folded text, their stems, and the canonical form that spelling variants share. */
import { stemmer } from 'stemmer';
import { otherNumbers, PLURALS, singularOfIrregular } from './irregular';
import { americanise } from './spelling';

/** Words of what most folds are made of, each one space apart, need no pattern to be told apart. */
const PLAIN_WORDS = /^[a-z0-9]+(?: [a-z0-9]+)*$/;
const WORD = /[\p{L}\p{N}]+/gu;

/** Words that carry no subject of their own; ignored when words are compared without their order. */
const FUNCTION_WORDS = new Set(
	(
		'a an and as at by for from in into of on or the to with without within upon per via its ' +
		'that this these those who whom whose which what when where how is are was were be been being it they their ' +
		'de del la el los las y o en para por con sin al un una'
	).split(' ')
);

/** Scripts that set no space between words: Thai, Lao, Burmese, Khmer, and those of Chinese and Japanese. */
const UNSPACED =
	/[\u0e00-\u0eff\u1000-\u109f\u1780-\u17ff\u3040-\u30ff\u3400-\u4dbf\u4e00-\u9fff\uf900-\ufaff]/;
let segmenter: Intl.Segmenter | undefined;

/** The words of a folded text, in order. O(length). */
export function wordsOf(folded: string): string[] {
	const runs = runsOf(folded);
	return UNSPACED.test(folded) ? runs.flatMap((run) => (UNSPACED.test(run) ? segments(run) : [run])) : runs;
}

/** The runs of letters and digits in a folded text: its words, where words are told apart by what stands between them. */
export function runsOf(folded: string): string[] {
	if (PLAIN_WORDS.test(folded)) return folded.split(' ');
	return folded.match(WORD) ?? [];
}

function segments(run: string): string[] {
	segmenter ??= new Intl.Segmenter('zh', { granularity: 'word' });
	return Array.from(segmenter.segment(run), ({ segment }) => segment);
}

/** The words of a folded text that carry meaning; all of them when there is no other. */
export function contentWords(folded: string): string[] {
	return meaningful(wordsOf(folded));
}

export function isFunctionWord(word: string): boolean {
	return FUNCTION_WORDS.has(word);
}

function meaningful(all: string[]): string[] {
	const content = all.filter((word) => !FUNCTION_WORDS.has(word));
	return content.length > 0 ? content : all;
}

/** What comparing needs to know of a word; worked out once, as most words come again. */
interface WordForms {
	stem: string;
	normal: string;
}

const known = new Map<string, WordForms>();
const MOST_KNOWN = 200_000;

function formsOf(word: string): WordForms {
	let forms = known.get(word);
	if (forms === undefined) {
		// American first, as the endings that tell it may go with the number; and after it, for what was plural.
		const plain = singular(americanise(word));
		const normal = singular(americanise(plain));
		forms = { normal, stem: /^[a-z]+$/.test(plain) ? stemmer(plain) : plain };
		if (known.size >= MOST_KNOWN) known.clear();
		known.set(word, forms);
	}
	return forms;
}

/**
 * Stem of one folded word: American spelling, singular, then the Porter algorithm (M. F. Porter, "An algorithm for
 * suffix stripping", 1980). Words with digits or letters outside a–z are only made singular.
 */
export function stemOf(word: string): string {
	return formsOf(word).stem;
}

/** The form of a folded word that its number and its British and American spellings share. */
export function normalWord(word: string): string {
	return formsOf(word).normal;
}

/** Regular endings that look plural and are not, and words that do. */
const UNCHANGED = /(ss|us|is|^(gas|bias|alias|atlas|canvas|pancreas|overseas|whereas))$/;

/**
 * The form a singular and its plural share. It need not be a word ("noise" and "noises" share "nois"); what counts is
 * that both reach it and that reaching it again changes nothing.
 */
export function singular(word: string): string {
	const irregular = singularOfIrregular(word);
	if (irregular !== undefined) return singular(irregular);
	if (word.length < 4) return word;
	let root = word;
	if (root.endsWith('ies')) root = root.slice(0, -3) + 'y';
	else if (/(s|x|z|ch|sh|o)es$/.test(root)) root = root.slice(0, -2);
	else if (root.endsWith('s') && !UNCHANGED.test(root)) root = root.slice(0, -1);
	if (/(s|x|z|ch|sh|o)e$/.test(root) && root.length > 3) root = root.slice(0, -1);
	else if (root.endsWith('ie') && root.length > 3) root = root.slice(0, -2) + 'y';
	return root;
}

/** Forms of a word that its number may hide from `normalWord`: a plural that may be of several nouns, a noun of such a plural. */
export function otherNormals(word: string): string[] {
	const plural = pluralOf(word);
	const others = [...otherNumbers(word), ...(plural === undefined ? [] : [plural])].map(normalWord);
	const own = normalWord(word);
	return [...new Set(others)].filter((other) => other !== own);
}

/** Likely plural of an English word, for offering; undefined when the word is plural already. */
export function pluralOf(word: string): string | undefined {
	if (singularOfIrregular(word) !== undefined) return undefined;
	const irregular = PLURALS.get(word);
	if (irregular !== undefined) return irregular;
	if (word.length < 3 || /(?<!s|u|i)s$/.test(word)) return undefined;
	if (/[^aeiou]y$/.test(word)) return word.slice(0, -1) + 'ies';
	if (/(s|x|z|ch|sh)$/.test(word)) return word + 'es';
	return word + 's';
}

/** Likely singular of an English plural, for offering; undefined when the word is singular already. */
export function singularOf(word: string): string | undefined {
	const irregular = singularOfIrregular(word);
	if (irregular !== undefined) return irregular;
	// "Clinics" is a plural and "acoustics" is none; they may share a form, but it is not offered.
	if (word.length < 4 || !word.endsWith('s') || word.endsWith('ics') || UNCHANGED.test(word))
		return undefined;
	if (word.endsWith('ies')) return word.slice(0, -3) + 'y';
	if (/(ss|x|z|ch|sh)es$/.test(word)) return word.slice(0, -2);
	return word.slice(0, -1);
}
