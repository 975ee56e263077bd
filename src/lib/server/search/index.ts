/** Strategies and CQL over the stored sets. */
export { SORTS } from './ranking';
export type { Sort } from './ranking';
export {
	findByText,
	findRecords,
	findRecordsIn,
	page,
	parseForIndex,
	readByText,
	resultPage,
	searchIndex,
	strategyFile,
	strategyView,
	tryCommands
} from './searching';
export type { ResultPage, StrategyView, TextFault, Trial } from './searching';
export { pageOfResults, parseBody, searchBody } from './search-schema';
export { formsOfStem } from './stem-forms';
export type { StemForms } from './stem-forms';
