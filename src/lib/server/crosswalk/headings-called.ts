/** Headings that indexes call just what was typed, as if they were picked for it. */
import type { Pick } from '../../../core/crosswalk';
import { saysIt } from '../../../core/lookup';
import type { LaneAnswer } from '../browse';

/** Of one index no more than this, so lanes need not be longer. */
export const MOST_CALLED = 2;

/** @param lanes what look-up answers */
export const headingsCalled = (lanes: readonly LaneAnswer[]): Pick[] =>
	lanes.flatMap(({ code, edition, matches }) =>
		matches
			.filter(({ tier, together }) => saysIt(tier) && !together)
			.slice(0, MOST_CALLED)
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
