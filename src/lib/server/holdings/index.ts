/** Where works can be had: the library that is asked, and how. */
export { availabilityOf, catalogue, requestsTo } from './holdings';
export type { Availability } from './holdings';
export type { RouteKind } from './library';
