/** Look-up, a heading’s sheet, the displays, counts. */
export { hierarchyHolding, hierarchyTo, rollPlaceOf, rollWindow } from './displays';
export type { RollWindow } from './displays';
export { browseEdition } from './earlier-editions';
export { countsWithNarrower, headingCounts } from './heading-counts';
export type { HeadingRecords } from './heading-counts';
export {
	headingSheet,
	headingsBelow,
	lineOf,
	lookupInIndexes,
	narrowerHeadings,
	recordsOfHeading,
	topHeadings
} from './look-up';
export type {
	HeadingLine,
	HeadingRef,
	HeadingSheet,
	LaneAnswer,
	LookupMatch,
	RecordsEvidence
} from './look-up';
export { lookupInIndex, spokenInIndexes } from './look-up-by-records';
export type { LaneRecords } from './look-up-by-records';
export { entryVocabularyOf, setSaying } from './records-saying';
export { wordsInRecords } from './words-in-records';
export { lanesQuery, lookupQuery } from './look-up-schema';
