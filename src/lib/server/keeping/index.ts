/** Keeping up: what later editions change and touch, and what is proposed for it; what is new among the records. */
export { changedSince } from './changed-since';
export { differenceCsv, differenceView } from './differences';
export type { DifferenceView } from './differences';
export { deliver, deliverToAll, feedOf } from './feed';
export { differenceQuery, newWatch, repairBody, watchChange } from './keeping-schema';
export { countRepairs, leaveRepair, repairsFor, takeRepair, touchedInquiries } from './repairs';
export type { PricedRepair } from './repairs';
export { atomFeed } from './watch-news';
export { runWatches } from './watch-run';
export {
	changeWatch,
	findsOf,
	listWatches,
	looked,
	lookNow,
	makeWatch,
	removeWatch,
	stopByKey,
	watchBehind,
	watchResult
} from './watches';
export type { WatchFind, WatchSummary } from './watches';
