export {
	compareCells,
	compareLists,
	settle,
	settledAs,
	settleWork,
	takeInAgreed,
	takeInWorks,
	type Both,
	type CellDifference,
	type CellPlace,
	type CellsCompared,
	type DecidedApart,
	type ListCompared,
	type Side
} from './agreement';
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
export {
	describe,
	fieldLabel,
	FIT_WORDS,
	pickName,
	reasonsIn,
	ROLE_WORDS,
	SEARCHES_WORDS,
	WORD_FIELD_WORDS
} from './describe';
export { findInInquiry, textMatcher, type FoundInInquiry, type NotePlace } from './find-in-inquiry';
export { factsOf, isThin, type Flag } from './facts';
export { offersFor, type Offer } from './offers';
export { likeness } from './similarity';
export { DECIDED, DECISIONS } from './list-entry';
export type { Decision, ListEntry, ListedRecord, Mends, NewEntry } from './list-entry';
export {
	aboutCell,
	aboutLine,
	aboutPick,
	aboutRecord,
	commentsOn,
	mentionedIn,
	placeOfComment
} from './comments';
export { limitsForAll, limitsOfIndex, withLimits, withoutLimits, type Standing } from './limit-commands';
export { beforeChanges } from './replay';
export { faultOfLimit, isSameLimit, limitInBrief, WAYS } from './limits';
export type { LimitForAll, WorkedOutField } from './limits';
export { stamped, worksNeeded } from './list-commands';
export { firstYear, notPicked, predecessorsFrom, takePredecessors, type Chains } from './periods';
export { reconcile } from './reconcile';
export { probesOf, type HeadingElsewhere, type PickElsewhere } from './probes';
export type { FromRecords, SaidTogether, TaggedTogether } from './record-parts';
export { suggest, type Evidence, type FromElsewhere } from './suggestions';
export type { Likelihood } from './likelihood';
export type { ConceptStatus } from './inquiry';
export { CommandError, DEFAULT_WORD_FIELD, emptyInquiry, FITS, ROLES, SEARCHES, STATUSES } from './inquiry';
export type {
	Change,
	Command,
	Comment,
	Concept,
	Fit,
	Inquiry,
	Pick,
	PickedHeading,
	PickSwitches,
	Role,
	Row,
	Searches,
	Sighting,
	StrategySettings,
	Table,
	Word,
	WordField
} from './inquiry';
export { differencesOf, heldTogether, switchesOf } from './together';
