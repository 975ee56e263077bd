export { counted } from './counted';
export { fold, key, splitQualifier, uninvert } from './fold';
export { textFault } from './well-formed';
export {
	contentWords,
	isFunctionWord,
	normalWord,
	pluralOf,
	runsOf,
	singularOf,
	stemOf,
	wordsOf
} from './words';
export { americanise, britishise } from './spelling';
export {
	isAcronymOf,
	LONGEST_ACRONYM,
	variantKey,
	levelWords,
	otherVariantKeys,
	variantKeyOfFold,
	variants,
	type AcronymPair
} from './variants';
