import type { StrategySettings } from './inquiry';

/** A strategy of which nothing has been settled: it is what the crosswalk says. */
export const NO_SETTINGS: Omit<StrategySettings, 'id'> = {
	off: [],
	fields: {},
	searches: {},
	limits: [],
	lifted: false,
	left: {},
	text: ''
};

/** The longest text of a strategy that is read, in characters. */
export const LONGEST_CQL = 200_000;
