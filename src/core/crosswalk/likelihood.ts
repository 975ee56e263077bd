/**
 * How probable it is that a suggested heading stands for a concept: logistic regression over the parts of its evidence
 * (D. R. Cox, "The regression analysis of binary sequences", 1958). The weights were set on the concepts of `demo/gold.ts`
 * and the texts of `demo/gold-texts.ts` that are marked for that, with a little shrinkage, and on no others; `npm run bench
 * suggestions` says what they come to on those others. There is a set of weights for each kind of evidence that can be had: where there are no records, labels alone
 * must tell.
 */
export type Part =
	'label' | 'textPart' | 'neighbourhood' | 'coTagging' | 'association' | 'memory' | 'mapping';

/** What each part says for a heading, 0–1; a part that says nothing is 0. */
export type Parts = Partial<Record<Part, number>>;

/** How sure a suggestion is, in words. */
export type Likelihood = 'likely' | 'possible' | 'far';

type Weights = { base: number } & Partial<Record<Part, number>>;

/** The gold crosswalk has neither other inquiries nor mappings, so these two are set by hand: a mapping tells most of all. */
const BY_HAND = { memory: 7.2, mapping: 9.5 };

const LABELS: Weights = { base: -8.1, label: 9.1, textPart: 8.6, neighbourhood: 2.6, ...BY_HAND };
/** What is picked in other indexes is missing, or was only found there by the concept's name. */
const ASSOCIATION: Weights = {
	base: -4.3,
	label: 3.3,
	textPart: 4.9,
	coTagging: 1.6,
	association: 3.1,
	...BY_HAND
};
const RECORDS: Weights = {
	base: -6.8,
	label: 6.2,
	textPart: 4.2,
	neighbourhood: 0.5,
	coTagging: 4.7,
	association: 1.9,
	...BY_HAND
};

const CUTS: [Likelihood, number][] = [
	['likely', 0.7],
	['possible', 0.25],
	['far', 0.05]
];

/**
 * @param had the kinds of evidence that could be looked for
 * @param arePicked whether what speaks from other indexes is picked there, or only found by the concept's name
 */
export function weightsFor(had: readonly Part[], arePicked = true): Weights {
	if (had.includes('coTagging') && arePicked) return RECORDS;
	return had.includes('association') || had.includes('coTagging') ? ASSOCIATION : LABELS;
}

/** O(parts). */
export function probability(parts: Parts, had: readonly Part[], weights = weightsFor(had)): number {
	const sum = had.reduce((all, part) => all + (weights[part] ?? 0) * (parts[part] ?? 0), weights.base);
	return 1 / (1 + Math.exp(-sum));
}

/** Undefined for what is not worth showing. */
export function likelihoodOf(score: number): Likelihood | undefined {
	return CUTS.find(([, least]) => score >= least)?.[0];
}
