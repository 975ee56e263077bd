/**
 * How probable it is that a suggested heading stands for a concept: logistic regression over the parts of its evidence
 * (D. R. Cox, "The regression analysis of binary sequences", 1958). The weights were set on the concepts of `demo/gold.ts`
 * marked for that, with a little shrinkage, and on no others; `npm run bench suggestions` says what they come to on those
 * others. There is a set of weights for each kind of evidence that can be had: where there are no records, labels alone
 * must tell.
 */
export type Part = 'label' | 'neighbourhood' | 'coTagging' | 'association' | 'memory' | 'mapping';

/** What each part says for a heading, 0–1; a part that says nothing is 0. */
export type Parts = Partial<Record<Part, number>>;

/** How sure a suggestion is, in words. */
export type Likelihood = 'likely' | 'possible' | 'far';

type Weights = { base: number } & Partial<Record<Part, number>>;

/** The gold crosswalk has neither other inquiries nor mappings, so these two are set by hand: a mapping tells most of all. */
const BY_HAND = { memory: 7.2, mapping: 9.5 };

const LABELS: Weights = { base: -8.1, label: 9.1, neighbourhood: 2.6, ...BY_HAND };
const ASSOCIATION: Weights = { base: -7.3, label: 4, neighbourhood: 3.7, association: 10.4, ...BY_HAND };
const RECORDS: Weights = {
	base: -9.7,
	label: 6.2,
	neighbourhood: 1.9,
	coTagging: 12,
	association: 6.7,
	...BY_HAND
};

const CUTS: [Likelihood, number][] = [
	['likely', 0.7],
	['possible', 0.25],
	['far', 0.05]
];

/** @param had the kinds of evidence that could be looked for */
export function weightsFor(had: readonly Part[]): Weights {
	if (had.includes('coTagging')) return RECORDS;
	return had.includes('association') ? ASSOCIATION : LABELS;
}

/** O(parts). */
export function probability(parts: Parts, had: readonly Part[]): number {
	const weights = weightsFor(had);
	const sum = had.reduce((all, part) => all + (weights[part] ?? 0) * (parts[part] ?? 0), weights.base);
	return 1 / (1 + Math.exp(-sum));
}

/** Undefined for what is not worth showing. */
export function likelihoodOf(score: number): Likelihood | undefined {
	return CUTS.find(([, least]) => score >= least)?.[0];
}
