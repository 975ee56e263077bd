/** Numbers as they are written everywhere. */

export const number = (count: number) => count.toLocaleString('en');

/** A difference with its sign, as it stands before a number of records. */
export const signed = (by: number) =>
	by === 0 ? 'no change' : `${by > 0 ? '+' : '−'}${number(Math.abs(by))}`;

export { counted } from '$core/text/counted';
