/** What the vocabularies and records say of a crosswalk; it in and out of files. */
export { cellBody } from './cell-schema';
export { figuresOf } from './coverage';
export type { CellCoverage, Figures } from './coverage';
export { checkWords, matchesByIndex, wordOffers } from './concept-words';
export type { ConceptMatches, OfferLine, WordCheck } from './concept-words';
export { crosswalkFacts } from './crosswalk-facts';
export type { CrosswalkFacts } from './crosswalk-facts';
export { setCell } from './setting-cells';
export { CROSSWALK_TYPES, exportCrosswalk } from './crosswalk-export';
export { previewCrosswalkImport } from './crosswalk-import';
export { suggestionsFor } from './suggesting';
export type { EvidenceLine, SuggestionLine } from './suggesting';
export { partsOfQuestion } from './question-parts';
export type { QuestionPart } from './question-parts';
export { throughIndexes } from './through-indexes';
export type { LaneThrough, ThroughMatch } from './through-indexes';
export { readCrosswalk } from './reading-crosswalks';
