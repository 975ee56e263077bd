/**
 * Stems of words in other languages than English, by the stemmers of Snowball (M. F. Porter, 2001) that a package keeps. A
 * word of a label is found by the stem of the label's language too; whoever asks need not say in which language they ask.
 */
import snowball from 'snowball-stemmers';

const NAMES: Record<string, string> = {
	ar: 'arabic',
	ca: 'catalan',
	cs: 'czech',
	da: 'danish',
	de: 'german',
	es: 'spanish',
	eu: 'basque',
	fi: 'finnish',
	fr: 'french',
	ga: 'irish',
	hu: 'hungarian',
	hy: 'armenian',
	it: 'italian',
	nb: 'norwegian',
	nl: 'dutch',
	nn: 'norwegian',
	no: 'norwegian',
	pt: 'portuguese',
	ro: 'romanian',
	ru: 'russian',
	sl: 'slovene',
	sv: 'swedish',
	ta: 'tamil',
	tr: 'turkish'
};

const stemmers = new Map<string, { stem(word: string): string }>();

/** A language as far as stemming goes: “es-MX” is “es”. Undefined where there is no stemmer for it. */
export function stemmedLanguage(tag: string): string | undefined {
	const [language] = tag.toLowerCase().split('-');
	return Object.hasOwn(NAMES, language) ? language : undefined;
}

/** The stem of a folded word in a language that has a stemmer, told apart from stems of other languages. */
export function stemIn(language: string, word: string): string {
	let stemmer = stemmers.get(language);
	if (!stemmer) stemmers.set(language, (stemmer = snowball.newStemmer(NAMES[language])));
	return `${language} ${stemmer.stem(word)}`;
}
