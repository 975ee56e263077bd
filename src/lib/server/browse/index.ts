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
	lookupInIndex,
	lookupInIndexes,
	narrowerHeadings,
	recordsOfHeading,
	topHeadings
} from './look-up';
export type { HeadingLine, HeadingRef, HeadingSheet, LaneAnswer, LookupMatch } from './look-up';
export { wordsInRecords } from './words-in-records';
export { lookupQuery } from './look-up-schema';
