/** How well a label matches what was typed. */

/** Tiers of a match, best first. */
export const TIERS = [
	'exact',
	'entry',
	'variant',
	'order',
	'stem',
	'all-words',
	'begins',
	'some-words',
	'note',
	'typo'
] as const;
export type Tier = (typeof TIERS)[number];

export const TIER_RANKS = Object.fromEntries(TIERS.map((tier, rank) => [tier, rank])) as Record<Tier, number>;

/** The label is what was typed, at most spelt or ordered otherwise. */
export const saysIt = (tier: Tier | 'records'): boolean => isLabelUpTo(tier, 'order');

/** The label holds all that was typed. */
export const holdsAll = (tier: Tier | 'records'): boolean => isLabelUpTo(tier, 'all-words');

const isLabelUpTo = (tier: Tier | 'records', last: Tier) =>
	tier !== 'records' && TIER_RANKS[tier] <= TIER_RANKS[last];
