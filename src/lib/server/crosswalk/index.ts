/** What the vocabularies and records say of a crosswalk; it in and out of files. */
export { coverageIn } from './coverage';
export type { CellCoverage, Figures } from './coverage';
export { checkWords, wordOffers } from './concept-words';
export type { ConceptMatches, OfferLine, WordCheck } from './concept-words';
export { crosswalkFacts } from './crosswalk-facts';
export type { CrosswalkFacts } from './crosswalk-facts';
export { crosswalkFiles, exportCrosswalk } from './crosswalk-export';
export type { EvidenceLine, SuggestionLine } from './suggesting';
export type { QuestionPart } from './question-parts';
export type { LaneThrough, ThroughMatch } from './through-indexes';
export { readCrosswalk } from './reading-crosswalks';
export { crosswalkEndpoints } from './crosswalk-endpoints';
