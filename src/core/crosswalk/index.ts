export {
	CellsByPlace,
	cellId,
	cellState,
	inOrder,
	pickOfHeadings,
	picksOf,
	wordsOfConcept,
	type CellContent
} from './cells';
export { apply, invert, obstacle } from './changes';
export { rowName, type Collision } from './collisions';
export { execute } from './commands';
export { describe, FIT_WORDS, pickName, ROLE_WORDS } from './describe';
export { factsOf, isThin, type Flag, type HeadingFacts, type PickFacts } from './facts';
export { offersFor, type Offer } from './offers';
export { reconcile, type Done, type Reconciled } from './reconcile';
export {
	probesOf,
	suggest,
	type Evidence,
	type PickElsewhere,
	type Probe,
	type RecordPart,
	type Suggestion,
	type TaggedTogether
} from './suggestions';
export { CommandError, emptyInquiry, FITS, ROLES } from './types';
export type {
	About,
	Cell,
	Change,
	Command,
	Concept,
	ConceptStatus,
	Fit,
	Inquiry,
	Pick,
	PickedHeading,
	PickSwitches,
	Role,
	Row,
	Sighting,
	SightingState,
	StrategySettings,
	Table,
	Word
} from './types';
export { differencesOf, heldTogether, switchesOf, type Difference } from './together';
