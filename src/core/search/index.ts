export { CqlError, parseCql, quote, type CqlNode } from './cql';
export {
	printLimit,
	printLine,
	printStrategy,
	readStrategy,
	recognised,
	WORD_FIELDS,
	type Reading,
	type Resolver
} from './cql-strategy';
export { patternFaults, PLAIN_DIALECT, printInDialect, type Dialect, type DialectText } from './dialect';
export {
	evaluate,
	faultsOf,
	headingExpression,
	leavesOf,
	leavesOfStrategy,
	lineExpression,
	resultOf,
	yieldsOf,
	type BlockYield,
	type Fault,
	type LineYield,
	type Narrower,
	type Sets,
	type Yields
} from './evaluate';
export { leafName, type HeadingLeaf, type Leaf } from './expression';
export {
	COMMON_LIMITS,
	describeLimit,
	inYear,
	type LimitDefinition,
	type LimitSetting
} from '../crosswalk/limits';
export { RecordSet } from './record-set';
export { lengthOf, relevance, termsOf, type Occurrences, type Term } from './relevance';
export { NO_SETTINGS } from '../crosswalk/strategy-settings';
export {
	labelOfTest,
	settingsOf,
	strategyOf,
	type Block,
	type HeadingTest,
	type Line,
	type Strategy
} from './strategy';
export { labelHolds, queryOf, tokensOf, vectorsOf, type WordTest } from './word-matching';
export { LONGEST_CQL } from '../crosswalk/strategy-settings';
