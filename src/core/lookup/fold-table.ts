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
	const lower = lowered(texts);
	const { starts } = texts.parts();
	const labels: number[] = [];
	for (let label = 0; label < folds.length; label++)
		if (lower?.slice(starts[label], starts[label + 1]) !== folds.at(label)) labels.push(label);
	return {
		labels: Uint32Array.from(labels),
		folds: StringTable.from(labels.map((label) => folds.at(label)))
	};
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
