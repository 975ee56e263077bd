/** Kept runs and their comparison. Registers their part of an inquiry’s document. */
import './run-documents';

export { compareRuns } from './comparing-runs';
export type { Comparison } from './comparing-runs';
export { newRun, runFields } from './run-schema';
export {
	combineRuns,
	describeRun,
	listRuns,
	logElsewhere,
	repeatRun,
	restoredSettings,
	runPage,
	runStrategy
} from './runs';
export type { Restored, RunLine } from './runs';
