export { CqlError, parseCql, type CqlNode, type CqlSortKey } from './cql';
export {
	cqlOfWords,
	printLimit,
	printLine,
	printStrategy,
	quote,
	WORD_FIELDS,
	wordsOfCql
} from './cql-print';
export { NO_CHIEF, readStrategy, recognised, type Reading, type Resolver } from './cql-read';
export { patternFaults, PLAIN_DIALECT, printInDialect, type Dialect, type DialectText } from './dialect';
export {
	evaluate,
	headingExpression,
	leavesOf,
	leavesOfStrategy,
	lineExpression,
	resultOf,
	yieldsOf,
	type BlockYield,
	type LineYield,
	type Sets,
	type Yields
} from './evaluate';
export { faultsOf, type Fault } from './faults';
export { leafName, type Expression, type HeadingLeaf, type Leaf } from './expression';
export { marksIn } from './matches';
export {
	nameOfLine,
	nameOfPart,
	readPart,
	recordsOfPart,
	switchesOfLine,
	wordsOfPart,
	type Part,
	type PartWords
} from './parts';
export { leavesOfPrices, pricesOf, type Prices } from './prices';
export {
	COMMON_LIMITS,
	describeLimit,
	inYear,
	sayValue,
	WORKED_OUT_LIMITS,
	type LimitDefinition,
	type LimitSetting
} from '../crosswalk/limits';
export { RecordSet } from './record-set';
export { descending } from './result-order';
export { areRelated, termsOfText } from './related-texts';
export { addScores, lengthOf, termsOf, type Term } from './relevance';
export {
	BLOCK,
	bucketOf,
	eachPosting,
	joinPostings,
	NO_POSTING,
	PostingBlock,
	wordsOfBucket,
	type Posting,
	type StoredWord,
	type WordForm
} from './postings';
export { NO_SETTINGS } from '../crosswalk/strategy-settings';
export {
	canSearch,
	labelOfTest,
	searchesNothing,
	settingsOf,
	strategyOf,
	urisOfTest,
	wordTestsOf,
	type Block,
	type HeadingTest,
	type Line,
	type Narrower,
	type Strategy
} from './strategy';
export {
	isSearchable,
	labelHolds,
	masksOf,
	queryOf,
	tokensOf,
	vectorsOf,
	type WordTest
} from './word-matching';
export { LONGEST_CQL } from '../crosswalk/strategy-settings';
export { ValueLists, ValueListsMaker, type ValueCounts } from './value-lists';
export { entryVocabulary, saidBy, setOfSaid, type SaidBy } from './entry-vocabulary';
