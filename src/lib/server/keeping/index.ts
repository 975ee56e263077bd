/** Keeping up: what later editions change and touch, and what is proposed for it; what is new among the records. */
export { changedSince } from './changed-since';
export { differenceView } from './differences';
export type { DifferenceView } from './differences';
export { deliverToAll, feedOf } from './feed';
export { differenceQuery } from './keeping-schema';
export { repairsFor, touchedInquiries } from './repairs';
export type { PricedRepair } from './repairs';
export { runWatches } from './watch-run';
export { findsOf, listWatches, stopByKey, watchBehind } from './watches';
export type { WatchFind, WatchSummary } from './watches';
export { keepingEndpoints } from './keeping-endpoints';
