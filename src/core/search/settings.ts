import type { StrategySettings } from '../crosswalk/types';

/** A strategy of which nothing has been settled: it is what the crosswalk says. */
export const NO_SETTINGS: Omit<StrategySettings, 'id'> = {
	off: [],
	fields: {},
	limits: [],
	lifted: false,
	text: ''
};
