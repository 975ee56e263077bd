import type { Decision } from '$core/crosswalk';

/** What was decided, in a word. */
export const DECIDED: Record<Decision, string> = { keep: 'kept', drop: 'dropped', open: 'open' };
