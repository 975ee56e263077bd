/** Kept runs and their comparison. Registers their part of an inquiry’s document. */
import './run-documents';

export { compareRuns } from './comparing-runs';
export type { Comparison } from './comparing-runs';
export { newRun, runFields } from './run-schema';
export {
	combineRuns,
	describeRun,
	findRun,
	foundByRun,
	foundOfRuns,
	keepFound,
	listRuns,
	logElsewhere,
	repeatRun,
	restoredSettings,
	runStrategy
} from './runs';
export type { Beside, Restored, RunLine } from './runs';
