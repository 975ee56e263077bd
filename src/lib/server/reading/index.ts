/** Reading results: records, what they are made of, and what leads on from them. */
export { checkOf, checkOfAll, judgedCheck } from './strategy-check';
export type { JudgedFinding } from './strategy-check';
export { compositionOf, keptCounts, overviewOf, valuesOf } from './composing';
export type { ComposedDimension, ComposedValue, Composition } from './composing';
export { neighboursBeside, neighboursOf } from './near-records';
export type { NeighbourList, Nearness, Neighbours } from './near-records';
export { pearlsOf, recognise, setPearl } from './pearl-recall';
export { headingsOfPearls, pearlsByCell, pearlsOfRuns, pearlsOfStrategy } from './pearl-summary';
export type { PearlName, PearlsOfCell, PearlsOfStrategy, SharedHeading } from './pearl-summary';
export type { MissedPearl, PearlsOfIndex, Recognised, WouldPass } from './pearl-recall';
export { namesReadOf } from './index-values';
export { phrasesOf, phrasesOfResult } from './record-phrases';
export type { Phrases } from './record-phrases';
export {
	amongOf,
	askedOf,
	compositionBody,
	citationsBody,
	keptBody,
	phrasesBody,
	poolBody,
	pooledQuery,
	saidOfWorks,
	valuesQuery
} from './reading-schema';
export {
	checkedQuery,
	citedList,
	citedRecordsBody,
	exportedList,
	listedBody,
	markedQuery,
	requestBody,
	sentBody,
	takenFile,
	takenFrom,
	takenRecords,
	workQuery,
	worksQuery
} from './reading-list-schema';
export { askFor, sendWorks, whereToHave } from './availability';
export type { Having } from './availability';
export { checkList, citeEntries, citeList, citeRecords, worksFoundBy } from './citing-works';
export type { CheckedWork } from './citing-works';
export { knownFor } from './known-for';
export type { KnownFor } from './known-for';
export { keepResult, resultAsText } from './keeping-results';
export type { Kept } from './keeping-results';
export { overlapOf } from './overlaps';
export type { OverlapOfSets } from './overlaps';
export { pooled } from './pooling';
export { compositionOfPool } from './pool-composition';
export type { PoolComposition } from './pool-composition';
export { keepPooled, pooledList, sayOfWorks } from './pooled-lists';
export type { PooledList, PoolItem } from './pooled-lists';
export { readRecords } from './results';
export type { RecordMarks } from './record-marks';
export { exportList, exportRecordsNamed, listedWorks, readList, setList } from './reading-lists';
export type { ListedWork } from './reading-lists';
export { takeCitations, takePool, takeRecords, takeResult } from './works-to-list';
export { partnersOf } from './work-record-rows';
export type { Taken } from './works-to-list';
