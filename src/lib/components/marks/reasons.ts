import type { Tier } from '$core/lookup';

/** What a tier says to a person, before the label that matched. */
export const REASONS: Record<Tier, string> = {
	exact: 'the heading itself',
	entry: 'entry term',
	variant: 'another spelling',
	order: 'same words, other order',
	stem: 'same word stems',
	'all-words': 'has all the words',
	begins: 'begins so',
	'some-words': 'has some of the words',
	note: 'in the scope note',
	typo: 'taken for'
};

/** Tiers that are hints rather than answers; set quieter, under a line of their own. */
export const LOOSE = new Set<Tier>(['some-words', 'note', 'typo']);
