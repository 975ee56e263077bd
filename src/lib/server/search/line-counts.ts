/** A strategy in text, part by part, with what each part finds. */
import type { LimitDefinition, LimitSetting } from '../../../core/crosswalk/limits';
import {
	leavesOfStrategy,
	PLAIN_DIALECT,
	printInDialect,
	recognised,
	type Strategy,
	yieldsOf,
	type Yields
} from '../../../core/search';
import { readByText } from './searching';

export interface CountedStrategy {
	strategy: Strategy;
	yields: Yields;
	/** In the wording of the index's own search box. */
	dialect: string;
	/** The limits that the index has of its own. */
	limits: LimitDefinition[];
	/** Of the records that were counted: another one, and the numbers may be others. */
	recordsRevision: number;
}

/** @param own the strategy of the crosswalk, after which parts that say the same are named */
export async function countedByText(
	code: string,
	cql: string,
	limits: readonly LimitSetting[],
	own: Strategy
): Promise<CountedStrategy> {
	const { sets, vocabulary, current, strategy: read, limits: known } = await readByText(code, cql, limits);
	const strategy = recognised(read, own);
	const loaded = await sets.load(leavesOfStrategy(strategy, false), vocabulary);
	const { text } = printInDialect(strategy, current.index.dialect ?? PLAIN_DIALECT, known, 'line');
	return {
		strategy,
		yields: yieldsOf(strategy, loaded),
		dialect: text,
		limits: known,
		recordsRevision: sets.revision
	};
}
