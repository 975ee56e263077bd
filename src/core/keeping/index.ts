/** Keeping up with later editions. */
export { branchChanges, type BranchChange } from './branch-changes';
export { EditionStep, type BelowChange, type NamedEdition } from './edition-step';
export { leaving, repairsOf, sentence, TOUCHES, type Repair, type Touch } from './repairs';
