/** Look-up, a heading’s sheet, the displays, counts. */
export type { RollWindow } from './displays';
export { browseEdition } from './earlier-editions';
export { countsWithNarrower, headingCounts } from './heading-counts';
export type { HeadingRecords } from './heading-counts';
export { headingSheet, lineOf, lookupInIndexes, topHeadings } from './look-up';
export type {
	HeadingLine,
	HeadingRef,
	HeadingSheet,
	LaneAnswer,
	LookupMatch,
	RecordsEvidence
} from './look-up';
export { lookupInIndex } from './look-up-by-records';
export type { LaneRecords } from './look-up-by-records';
export { entryVocabularyOf, setSaying } from './records-saying';
export { wordsInRecords } from './words-in-records';
export { lanesQuery } from './look-up-schema';
export { apiLine, apiLookup, lineAnswer, lookupAnswer } from './browse-api';
export { browseEndpoints } from './browse-endpoints';
