/** Headings that indexes call just what was typed, as if they were picked for it. */
import type { Pick } from '../../../core/crosswalk';
import type { Tier } from '../../../core/lookup';
import { lookupInIndexes } from '../browse';
import type { Person } from '../people';

/** Tiers that say what was typed. */
const SAYING: ReadonlySet<string> = new Set<Tier>(['exact', 'entry', 'variant']);
/** Of one index no more than this. */
const MOST_EACH = 2;

export async function headingsCalled(
	person: Person | undefined,
	codes: readonly string[],
	text: string
): Promise<Pick[]> {
	const lanes = await lookupInIndexes(person, codes, text, MOST_EACH);
	return lanes.flatMap(({ code, edition, matches }) =>
		matches
			.filter(({ tier, together }) => SAYING.has(tier) && !together)
			.map(({ heading: { uri, label } }): Pick => ({
				id: `${code} ${uri}`,
				conceptId: '',
				indexCode: code,
				position: 0,
				headings: [{ uri, label }],
				edition,
				withNarrower: false,
				cuts: [],
				chief: false,
				aspects: [],
				role: 'searched',
				fit: 'close',
				note: ''
			}))
	);
}
