/**
 * Folds of labels as they are kept and sent: most are their label in lower case, and a lower-case copy is made faster
 * than it is read or moved; so only the other folds are.
 */
import { StringTable } from '../vocabulary/packed';

/** The folds that do not follow from their labels, and whose they are, ascending. */
export interface OddFolds {
	oddLabels: Uint32Array;
	oddFolds: StringTable;
}

const ASCII = /^[\0-\x7f]*$/;

/** Whether the fold of a label is more than its ASCII letters in lower case. O(length). */
export function isOdd(label: string, folded: string): boolean {
	return folded.length !== label.length || !ASCII.test(label) || folded !== label.toLowerCase();
}

/** All folds, from the labels and the odd ones. O(total length). */
export function foldsFrom(texts: StringTable, { oddLabels, oddFolds }: OddFolds): StringTable {
	const { text: labels, starts } = texts.parts();
	// Some letters beyond ASCII are longer in lower case, or have another by what stands beside them.
	const lower = ASCII.test(labels)
		? labels.toLowerCase()
		: labels.replace(/[A-Z]+/g, (letters) => letters.toLowerCase());
	const { text, starts: oddStarts } = oddFolds.parts();
	const begins = starts.slice(0, texts.length);
	const ends = starts.slice(1);
	oddLabels.forEach((label, i) => {
		begins[label] = lower.length + oddStarts[i];
		ends[label] = lower.length + oddStarts[i + 1];
	});
	return new StringTable(lower + text, begins, ends);
}
