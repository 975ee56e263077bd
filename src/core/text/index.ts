export { fold, key, splitQualifier, uninvert } from './fold';
export { contentWords, singular, stemOf, wordsOf } from './words';
export { isAcronymOf, variantKey, variants, type AcronymPair } from './variants';
