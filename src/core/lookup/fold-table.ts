/**
 * Folds of labels as a pack holds them. Most folds are their label in lower case, and a lower-case copy is made faster
 * than it is read; so only the other folds are stored.
 */
import { StringTable } from '../vocabulary/packed';

/** The folds that are not their label in lower case, and whose they are, ascending. */
export interface OddFolds {
	labels: Uint32Array;
	folds: StringTable;
}

/** All texts in lower case at once, unless that moves them: a few letters are longer in lower case. */
function lowered(texts: StringTable): string | undefined {
	const { text } = texts.parts();
	const lower = text.toLowerCase();
	return lower.length === text.length ? lower : undefined;
}

/** O(total length). */
export function oddFolds(texts: StringTable, folds: StringTable): OddFolds {
	const text = lowered(texts);
	const lower = text === undefined ? undefined : new StringTable(text, texts.parts().starts);
	const labels: number[] = [];
	for (let label = 0; label < folds.length; label++)
		if (!lower || !sameAt(label, lower, folds)) labels.push(label);
	return {
		labels: Uint32Array.from(labels),
		folds: StringTable.from(labels.map((label) => folds.at(label)))
	};
}

/** Whether two tables have the same string at a place, without making it. O(length). */
function sameAt(i: number, one: StringTable, other: StringTable): boolean {
	const length = one.lengthAt(i);
	if (length !== other.lengthAt(i)) return false;
	for (let place = 0; place < length; place++)
		if (one.codeAt(i, place) !== other.codeAt(i, place)) return false;
	return true;
}

/** The folds again, from the labels and what `oddFolds` said of them. O(total length). */
export function foldsFrom(texts: StringTable, odd: OddFolds): StringTable {
	const lower = lowered(texts) ?? '';
	const { starts } = texts.parts();
	const { text, starts: oddStarts } = odd.folds.parts();
	const begins = starts.slice(0, texts.length);
	const ends = starts.slice(1);
	odd.labels.forEach((label, i) => {
		begins[label] = lower.length + oddStarts[i];
		ends[label] = lower.length + oddStarts[i + 1];
	});
	return new StringTable(lower + text, begins, ends);
}
