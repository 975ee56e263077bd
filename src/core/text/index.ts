export { fold, key, splitQualifier, uninvert } from './fold';
export { textFault } from './well-formed';
export { contentWords, isFunctionWord, normalWord, stemOf, wordsOf } from './words';
export {
	isAcronymOf,
	LONGEST_ACRONYM,
	variantKey,
	levelWords,
	variantKeyOfFold,
	variants,
	type AcronymPair
} from './variants';
