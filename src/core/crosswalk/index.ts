export {
	apply,
	cellId,
	cellState,
	execute,
	inOrder,
	invert,
	obstacle,
	pickOfHeadings,
	picksOf
} from './commands';
export { describe, FIT_WORDS, pickName, ROLE_WORDS } from './describe';
export { CommandError, FITS, ROLES } from './types';
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
	Role,
	Row,
	Table,
	Word
} from './types';
