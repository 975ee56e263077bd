/** When a window asks what follows from changes. */

/** Milliseconds after a change of one's own. */
export const FOLLOWS_AFTER = 150;
/** The same of changes by others, for each window that is here: all of them ask, and what others do goes on and on. */
const FOR_EACH_HERE = 40;

/** Milliseconds after changes by others; not all windows at the same moment. */
export const followsOthersAfter = (here: number) =>
	Math.max(FOLLOWS_AFTER, FOR_EACH_HERE * here * (0.5 + Math.random()));
