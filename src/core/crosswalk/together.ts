/** Headings of several picks held together in one, and parted again. */
import type { Pick, PickSwitches } from './inquiry';

type Kept = Required<Omit<PickSwitches, 'note' | 'slots'>>;

/** A switch on which two picks differ, as each of them has it. */
export interface Difference {
	field: 'withNarrower' | 'chief' | 'aspects' | 'role';
	one: string;
	other: string;
}

const yes = (value: boolean, says: string) => (value ? says : `not ${says}`);
const SAYS: Record<Difference['field'], (pick: Pick) => string> = {
	withNarrower: ({ withNarrower }) => yes(withNarrower, 'with narrower'),
	chief: ({ chief }) => yes(chief, 'chief only'),
	aspects: ({ aspects }) => (aspects.length > 0 ? [...aspects].sort().join(' or ') : 'any aspect'),
	role: ({ role }) => role
};

/** What has to be settled before two picks can be held as one: where their switches differ. O(1). */
export function differencesOf(one: Pick, other: Pick): Difference[] {
	return (Object.keys(SAYS) as Difference['field'][]).flatMap((field) => {
		const [mine, theirs] = [SAYS[field](one), SAYS[field](other)];
		return mine === theirs ? [] : [{ field, one: mine, other: theirs }];
	});
}

/**
 * The pick that holds the headings of both, with the switches of the first: those that differ must have been settled in
 * its favour. Branches cut from either stay cut, notes are joined, and a fit on which they differ is to be judged anew.
 */
export function heldTogether(
	one: Pick,
	other: Pick
): { headings: Pick['headings'] } & Required<Omit<PickSwitches, 'slots'>> {
	const cuts = [...one.cuts, ...other.cuts.filter(({ uri }) => !one.cuts.some((cut) => cut.uri === uri))];
	return {
		headings: [
			...one.headings,
			...other.headings.filter(({ uri }) => !one.headings.some((heading) => heading.uri === uri))
		],
		...switchesOf(one),
		cuts: one.withNarrower ? cuts : [],
		fit: one.fit === other.fit ? one.fit : 'notJudged',
		note: [one.note, other.note].filter(Boolean).join(' ')
	};
}

/** What is set on a pick besides its note. */
export function switchesOf({ withNarrower, cuts, chief, aspects, role, fit }: Pick): Kept {
	return { withNarrower, cuts, chief, aspects, role, fit };
}
