export { fold, key, splitQualifier, uninvert } from './fold';
export { contentWords, meaningful, singular, stemOf, wordsOf } from './words';
export { isAcronymOf, variantKey, variantKeyOfFold, variants, type AcronymPair } from './variants';
