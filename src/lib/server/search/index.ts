/** Strategies and CQL over the stored sets. */
export { SORTS } from './ranking';
export { openResult } from './openings';
export type { OpenedResult } from './openings';
export { changePrices, jointCount, limitPrices, pickPrices } from './pricing';
export type { ChangePrices, JointCount, LimitPrices } from './pricing';
export { openRecord, page } from './result-pages';
export type { FoundRecord, OpenRecord, Wanted } from './result-pages';
export {
	findByText,
	findRecords,
	findRecordsIn,
	parseForIndex,
	readByText,
	searchIndex,
	strategyFile,
	strategyView,
	tryCommands
} from './searching';
export type { StrategyView, TextFault, Trial } from './searching';
export {
	changePricesBody,
	jointBody,
	limitPricesBody,
	openingOf,
	parseBody,
	pickPricesBody,
	searchBody
} from './search-schema';
export { formsOfStem } from './stem-forms';
export type { StemForms } from './stem-forms';
