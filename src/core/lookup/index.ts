export { headingsMatching } from './count';
export { correctedTexts } from './corrections';
export { headingsHolding, rollLength, rollLines, rollPlace } from './roll';
export type { RollKind } from './roll';
export { alsoTried, closeness, headingsLabelled, lookup, TIERS } from './lookup';
export type { Match, Tier } from './lookup';
export { remarksOn } from './query-remarks';
export type { WordReason } from './word-reasons';
