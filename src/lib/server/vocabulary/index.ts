/** Subject indexes, their editions, and vocabularies in and out. */
export { differenceBetween, workOutDifference } from './differing';
export { editionsOf } from './edition-rows';
export type { EditionRow } from './edition-rows';
export { currentIndex, editionIndex, warmUp } from './editions';
export {
	differenceOfEditions,
	editionLabelled,
	listEditions,
	makeEditionCurrent,
	removeEdition,
	waitingEditions
} from './editions-kept';
export type { EditionSummary } from './editions-kept';
export { currentIndexes } from './index-rows';
export type { CurrentIndex } from './index-rows';
export {
	importMappings,
	listMappings,
	MAPPING_TYPES,
	removeMappings,
	startMappingImport
} from './mapping-files';
export { mappingsOf } from './mapping-rows';
export type { MappingSet } from './mapping-rows';
export { remakePack } from './pack-remaking';
export { setOwn, startMending } from './changing-headings';
export { FORMATS } from './parsers';
export { dialectBody, mendingBody, newIndex, ownBody } from './subject-index-schema';
export { createIndex, describeSearching, listIndexes, removeIndex, usesOf } from './subject-indexes';
export type { IndexSummary } from './subject-indexes';
export { exportVocabulary } from './vocabulary-export';
export { importVocabulary } from './vocabulary-import';
export { startVocabularyImport } from './vocabulary-upload';
