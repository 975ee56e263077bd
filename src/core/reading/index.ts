export { inOrder, ORDERS, representation, valuesWithin, type Order } from './composition';
export {
	frequentWords,
	longerRuns,
	PhraseCounter,
	runsByText,
	tellingPhrases,
	type FrequentWords,
	type Share,
	type TakenTexts,
	type TellingPhrase
} from './phrases';
export { sharingValues } from './neighbours';
export { recallOf, worthOf, worthTogether, type Addition, type Missed } from './pearls';
export { contributions, pool, type PoolRecord } from './pool';
export { checkStrategy, nameOfFinding, strayForms, type StrategyFinding } from './check';
export { MOST_SETS, recordsOfRegion, regionsOf, regionsOfMasks, type Region } from './overlap';
export { drawnInProportion, type Drawing } from './circles';
export {
	inUse,
	lastAddition,
	LIST_ORDERS,
	LIST_PARTS,
	listed,
	progressOf,
	type ListOrder,
	type ListPart,
	type ListProgress
} from './reading-list';
export { checkCitation, checkTogether, mended, type CitationFinding } from './citation-check';
export { PART_WORDS, partFromWords, partInWords } from './citation-fields';
export { ALONE, KNOTTED, numberWorks, type WorkNumbers } from './work-numbers';
