/** Records in and out, and the sets by which they are searched. */
export { COMMON_STYLES, localeTags, stylesLike } from './citation-styles';
export type { StyleSummary } from './citation-styles';
export type { Cited } from './citing';
export { citeAll, citedByJob, citeInThread, citeOrBegin } from './citing-in-background';
export { draftOf, exportRecords, recordFile } from './record-export';
export { citationsIn, importRecords } from './record-import';
export { recordLines, recordNumber, recordSheet } from './record-lines';
export type { RecordLine, TaggedHeading } from './record-lines';
export { startRecordImport } from './record-upload';
export { evenly } from './sample';
export { limitsOf, resolverOf, searchVocabulary } from './searched-vocabulary';
export type { SearchVocabulary } from './searched-vocabulary';
export { recordsTagged, setsOf } from './sets';
export type { IndexSets } from './sets';
export { countTaggings, headingTotals } from './tagging-rows';
export { WantedTerms, eachWord, readWord, standsOutsideHeadings } from './vectors';
export { decideWork, decisionsAmong, pairsOfWorks } from './work-rows';
export type { RecordName } from './work-rows';
