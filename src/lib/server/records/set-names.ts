/** The names under which the sets of an index are stored. */
import type { DraftTagging } from '../../../core/formats/record-draft';

/** Names under which a tagging of a heading is stored: as it is, and as any narrower question asks for it. */
export function setNamesOfTagging(
	h: number,
	{ chief, aspect }: Pick<DraftTagging, 'chief' | 'aspect'>
): string[] {
	return [
		setNameOfHeading(h, false),
		...(chief ? [setNameOfHeading(h, true)] : []),
		...(aspect !== undefined ? [setNameOfHeading(h, false, aspect)] : []),
		...(chief && aspect !== undefined ? [setNameOfHeading(h, true, aspect)] : [])
	];
}

export function setNameOfHeading(h: number, chief: boolean, aspect?: string): string {
	return `h ${h}${chief ? ' c' : ''}${aspect === undefined ? '' : ` a ${aspect}`}`;
}

export const setNameOfValue = (field: string, value: string) => `v ${field} ${value}`;
export const setNameOfLabelled = (field: string) => `l ${field}`;

export function setNamesOfLimits(limits: Record<string, string[]>): string[] {
	return Object.entries(limits).flatMap(([field, values]) =>
		values.length === 0
			? []
			: [setNameOfLabelled(field), ...values.map((value) => setNameOfValue(field, value))]
	);
}
