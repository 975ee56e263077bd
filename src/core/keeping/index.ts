/** Keeping up with later editions. */
export { branchChanges, type BranchChange } from './branch-changes';
export { EditionStep } from './edition-step';
export { leaving, repairsOf, sentence, TOUCHES, type Repair, type Touch } from './proposing';
