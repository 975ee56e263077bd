/** Irregular plurals of English: WordNet's list of exceptions, as a package keeps it, and endings that follow a rule. */
import exceptions from 'wink-lexicon/src/wn-noun-exceptions.js';

/** What that list lacks, or has for a sense that hardly anybody means. */
const OWN: Record<string, string> = {
	people: 'person',
	dice: 'die',
	bacteria: 'bacterium',
	viscera: 'viscus',
	indexes: 'index',
	// The drink, the act and the coin, rather than rare plurals.
	cola: 'cola',
	crying: 'crying',
	cryings: 'crying',
	guilder: 'guilder',
	guilders: 'guilder'
};

const SINGULARS = new Map(
	Object.entries({ ...exceptions, ...OWN }).filter(([plural, one]) => plural !== one)
);

/** Singular nouns in -men and -ae that are no plurals. */
const NO_PLURAL =
	/^(.*(regi|speci|abdo|acu|sta|lu|fora|hy|cycla|bitu|albu|ru|se|cogno|exa|ra|o)men|reggae|sundae|brae)$/;

/** The singular of an irregular plural; undefined for any other word. */
export function singularOfIrregular(word: string): string | undefined {
	const known = SINGULARS.get(word);
	if (known !== undefined) return known;
	if (word.length < 5 || NO_PLURAL.test(word)) return undefined;
	if (word.endsWith('men')) return `${word.slice(0, -2)}an`;
	if (word.endsWith('ae')) return word.slice(0, -1);
	// Greek: stigmata, cystomata.
	if (/[ou]mata$|[a-z]{3}mata$/.test(word)) return word.slice(0, -2);
	return undefined;
}

/** Plurals by their singular: of several the one that the list gives last, as it gives the odd ones first. */
export const PLURALS: ReadonlyMap<string, string> = new Map(
	[...SINGULARS].map(([plural, one]) => [one, plural])
);

/** Other nouns that a plural in -es may be of, and the plural of a noun in -is: "axes" may be of an axe or of an axis. */
export function otherNumbers(word: string): string[] {
	if (/[a-z][sx]es$/.test(word)) return [`${word.slice(0, -2)}is`, word.slice(0, -1), word.slice(0, -2)];
	return /[a-z][sx]is$/.test(word) ? [`${word.slice(0, -2)}es`] : [];
}
