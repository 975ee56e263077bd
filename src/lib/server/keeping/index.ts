/** Keeping up: what later editions change and touch, and what is proposed for it. */
export { differenceCsv, differenceView } from './differences';
export type { DifferenceView } from './differences';
export { differenceQuery, repairBody } from './keeping-schema';
export { countRepairs, leaveRepair, repairsFor, takeRepair, touchedInquiries } from './repairs';
export type { PricedRepair, RepairPrice, TouchedInquiry } from './repairs';
