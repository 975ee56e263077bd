import type { WordReason } from '$core/lookup';
import type { LookupMatch } from '$lib/server/browse';

/** What a tier says to a person, before the label that matched. */
export const REASONS: Record<LookupMatch['tier'], string> = {
	exact: 'the heading itself',
	entry: 'entry term',
	variant: 'another spelling',
	order: 'same words, other order',
	stem: 'same word stems',
	'all-words': 'has all the words',
	begins: 'begins so',
	'some-words': 'has some of the words',
	note: 'in the scope note',
	typo: 'taken for',
	records: 'no label says it'
};

const WHY: Record<NonNullable<WordReason['why']>, string> = {
	number: 'another number of',
	spelling: 'another spelling of',
	stem: 'same stem as',
	joined: 'written otherwise for',
	begins: 'begins with'
};

/** Tiers that are hints rather than answers; set quieter, under a line of their own. */
export const LOOSE = new Set<LookupMatch['tier']>(['some-words', 'note', 'typo']);

/** Why a heading matched, in words: where a word does not stand there as it was typed, which one does and why. */
export function reasonOf({ tier, matched }: LookupMatch, query: string): string {
	if (tier === 'variant' && matched.via) return `“${query}” stands for “${matched.via}”`;
	if (tier === 'typo' && matched.via) return `taken for “${matched.via}”`;
	const { words = [] } = matched;
	const others = words.flatMap(({ asked, found, why }) =>
		found !== undefined && why ? [`“${found}” ${WHY[why]} “${asked}”`] : []
	);
	const missing = words.filter(({ found }) => found === undefined).map(({ asked }) => `“${asked}”`);
	if (others.length === 0 && missing.length === 0) return REASONS[tier];
	return [...others, ...(missing.length > 0 ? [`without ${missing.join(', ')}`] : [])].join(', ');
}
