/** Teaching: an inquiry shown change by change. */
export type { Replayed, ReplayFigures } from './replay';
export { replayed } from './replay';
export { teachingEndpoints } from './teaching-endpoints';
