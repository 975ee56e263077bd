/** Headings that known mappings join with what is picked in other indexes. */
import type { Fit, FromElsewhere, Pick } from '../../../core/crosswalk';
import type { EditionIndex } from '../../../core/edition/edition-index';
import type { KnownMapping } from '../../../core/formats/known-mappings';

/** How much a mapping tells, by its relation; and a pick, by its fit. */
const TELLS: Record<Fit, number> = {
	exact: 1,
	close: 0.9,
	notJudged: 0.95,
	broader: 0.7,
	narrower: 0.7,
	related: 0.55
};

/** O(picks × their mappings). */
export function mappedTo(
	index: EditionIndex,
	picks: readonly Pick[],
	mappings: readonly (KnownMapping & { setName: string })[],
	isFound = false
): FromElsewhere[] {
	return picks.flatMap(({ headings, indexCode, fit }) =>
		headings.flatMap(({ uri, label }) =>
			mappings.flatMap(({ subject, object, relation, confidence, setName }): FromElsewhere[] => {
				if (subject !== uri && object !== uri) return [];
				const heading = index.find(subject === uri ? object : subject);
				if (heading === undefined) return [];
				return [
					{
						heading,
						kind: 'mapping',
						set: setName,
						of: { indexCode, label, ...(isFound && { isFound }) },
						relation: subject === uri ? relation : turned(relation),
						score: TELLS[relation] * TELLS[fit] * confidence
					}
				];
			})
		)
	);
}

/** A relation read from its other end. */
function turned(relation: KnownMapping['relation']): KnownMapping['relation'] {
	if (relation === 'broader') return 'narrower';
	return relation === 'narrower' ? 'broader' : relation;
}
