/** Strategies and CQL over the stored sets. */
export { citedTimes, ordered, SORTS } from './ranking';
export { foundBy, openFound, withinLimits } from './openings';
export type { Found, OpenedResult, Opening, WantedInSome } from './openings';
export { changePrices } from './pricing';
export type { LimitCost } from './limits-for-all';
export type { ChangePrices, JointCount, LimitPrices } from './pricing';
export type { FoundRecord, OpenRecord } from './result-pages';
export { findByText, findRecords, findRecordsIn, foundByCql, readByText, strategyView } from './searching';
export type { StrategyView, TextFault, Trial } from './searching';
export { openingOf } from './search-schema';
export { countedByText } from './line-counts';
export { searchable } from './searchable';
export { tellingWords, type TellingWord } from './telling-words';
export { formsOfStem } from './stem-forms';
export type { StemForms } from './stem-forms';
export { searchEndpoints } from './search-endpoints';
