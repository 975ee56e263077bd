export { headingsMatching } from './count';
export { headingsHolding, rollLength, rollLines, rollPlace } from './displays';
export type { RollKind } from './displays';
export { alsoTried, closeness, headingsLabelled, lookup, TIERS } from './lookup';
export type { Match, Tier } from './lookup';
