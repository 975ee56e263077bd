export { headingsMatching } from './count';
export { headingsHolding, MOST_FILTERED, rollLength, rollLines, rollPlace } from './displays';
export type { RollKind, RollLine } from './displays';
export { alsoTried, closeness, headingsLabelled, lookup, placeOf, TIERS } from './lookup';
export type { LookupAnswer, LookupOptions, Match, Neighbour, Tier } from './lookup';
