export { alsoTried, closeness, lookup, placeOf, TIERS } from './lookup';
export type { LookupAnswer, LookupOptions, Match, Neighbour, Tier } from './lookup';
