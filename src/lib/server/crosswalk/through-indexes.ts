/**
 * Look-up through other indexes: where no label of an index says what was typed and another index knows it, what that one
 * calls it, what the works have that both indexes hold, known mappings and earlier crosswalks lead to headings here.
 */
import type { HeadingElsewhere, Likelihood, Pick } from '../../../core/crosswalk';
import { holdsAll } from '../../../core/lookup';
import { lookupInIndexes } from '../browse';
import { allowIn, chosenIndexes } from '../inquiry';
import type { Person } from '../people';
import { load } from './crosswalk-facts';
import { headingsCalled, MOST_CALLED } from './headings-called';
import { suggested, type EvidenceLine, type SuggestionLine } from './suggesting';

const MOST_THROUGH = 5;

export interface ThroughMatch {
	heading: SuggestionLine['heading'];
	likelihood: Likelihood;
	/** The heading of another index that it was come to through. */
	through: HeadingElsewhere;
	/** What speaks for it most. */
	evidence: EvidenceLine;
}

export interface LaneThrough {
	code: string;
	matches: ThroughMatch[];
}

/** Headings of the chosen indexes that have no match by label, through those that have. */
export async function throughIndexes(
	person: Person | undefined,
	inquiryId: string,
	query: string
): Promise<LaneThrough[]> {
	await allowIn(person, 'read', inquiryId);
	const codes = await chosenIndexes(person, inquiryId);
	const lanes = await lookupInIndexes(person, codes, query, MOST_CALLED);
	const picks = headingsCalled(lanes);
	const silent = lanes.filter(({ matches }) => !matches.some(({ tier }) => holdsAll(tier)));
	if (picks.length === 0 || silent.length === 0) return [];
	const { vocabularies } = await load(inquiryId);
	return Promise.all(
		silent.map(async ({ code }) => {
			const found = await suggested(person, inquiryId, vocabularies, code, {
				name: query,
				words: [],
				picks,
				areFound: true,
				taken: new Set()
			});
			return {
				code,
				matches: found
					.filter(({ likelihood }) => likelihood !== 'far')
					.flatMap(({ heading, likelihood, evidence }) => {
						const [first] = evidence.filter(isFromElsewhere);
						return first
							? [{ heading, likelihood, through: throughWhat(first, picks), evidence: first }]
							: [];
					})
					.slice(0, MOST_THROUGH)
			};
		})
	);
}

/** Whether evidence comes from another index: what it calls the thing, its works, mappings, earlier crosswalks. */
const isFromElsewhere = (one: EvidenceLine) =>
	one.kind === 'label' ? one.from !== undefined : ['coTagging', 'mapping', 'memory'].includes(one.kind);

/** The heading that evidence names, else the first that was found at all. */
function throughWhat(evidence: EvidenceLine, picks: readonly Pick[]): ThroughMatch['through'] {
	if (evidence.kind === 'label' && evidence.from) return evidence.from;
	if (evidence.kind === 'mapping') return evidence.of;
	const [{ indexCode, headings }] = picks;
	return { indexCode, label: headings[0].label };
}
