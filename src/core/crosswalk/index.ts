export { CellsByPlace, cellId, cellState, inOrder, pickOfHeadings, picksOf, wordsOfConcept } from './cells';
export { apply, invert, obstacle } from './changes';
export { rowName, type Collision } from './collisions';
export { execute } from './commands';
export { describe, FIT_WORDS, pickName, ROLE_WORDS } from './describe';
export { factsOf, isThin, type Flag } from './facts';
export { offersFor, type Offer } from './offers';
export { reconcile } from './reconcile';
export {
	probesOf,
	suggest,
	type Evidence,
	type PickElsewhere,
	type RecordPart,
	type TaggedTogether
} from './suggestions';
export { CommandError, emptyInquiry, FITS, ROLES } from './inquiry';
export type {
	Change,
	Command,
	Concept,
	Fit,
	Inquiry,
	Pick,
	PickedHeading,
	PickSwitches,
	Role,
	Row,
	Sighting,
	StrategySettings,
	Table,
	Word
} from './inquiry';
export { differencesOf, heldTogether, switchesOf } from './together';
