/** Kept runs and their comparison. Registers their part of an inquiry’s document. */
import './run-documents';

export type { Comparison } from './comparing-runs';
export { indexesRun } from './run-rows';
export { findRun, foundByRun, foundOfRuns, keepFound, listRuns, runNames } from './runs';
export type { Beside, Restored, RunLine } from './runs';
export { runsEndpoints } from './runs-endpoints';
