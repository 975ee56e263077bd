/** Subject indexes, their editions, and vocabularies in and out. */
export { differenceBetween, workOutDifference } from './differing';
export { editionsOf } from './edition-rows';
export type { EditionRow } from './edition-rows';
export { currentIndex, editionIndex, warmUp } from './editions';
export { differenceOfEditions, editionLabelled, listEditions, waitingEditions } from './editions-kept';
export type { EditionSummary } from './editions-kept';
export { currentIndexes } from './index-rows';
export type { CurrentIndex } from './index-rows';
export { importMappings, listMappings } from './mapping-files';
export { mappingsOf } from './mapping-rows';
export type { MappingSet } from './mapping-rows';
export { remakePack } from './pack-remaking';
export { FORMATS } from './parsers';
export { listIndexes } from './subject-indexes';
export type { IndexSummary } from './subject-indexes';
export { importVocabulary } from './vocabulary-import';
export { vocabularyEndpoints } from './vocabulary-endpoints';
