/** The word field: whatever is typed, found in all chosen indexes and in the inquiry. */
export type { FoundHere, RecordsFound } from './find';
export type { Recent, RecentEntry, Together } from './recent';
export { findEndpoints } from './find-endpoints';
