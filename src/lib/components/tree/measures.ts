/** Sizes of a tree's rows and lines, in pixels. */
export const ROW = 30;
const STEP = 20;
export const STEM = 12;

/** How far a row stands in. */
export const gutter = (depth: number) => STEM + depth * STEP;
