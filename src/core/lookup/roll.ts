/** The classic displays of a vocabulary as windows on sorted orders, so that a roll of any length opens at once. */
import { fold, wordsOf } from '../text';
import { LabelKind } from './indexing';
import { LabelIndex, rotationOf } from './label-index';
import { placeOf } from './lookup';
import { firstPlace } from './sorted-lists';

/** One line of the alphabetical or permuted display. */
export interface RollLine {
	/** Text before the word that the order goes by; empty in the alphabetical display. */
	before: string;
	/** The rest, from that word on. */
	text: string;
	lang: string;
	/** A heading, or an entry term that leads to headings. */
	isHeading: boolean;
	headings: number[];
}

export type RollKind = 'alphabetical' | 'permuted';

export function rollLength(index: LabelIndex, kind: RollKind): number {
	return index.parts[kind].length;
}

/** Lines `from` to `from + count`. O(count). */
export function rollLines(index: LabelIndex, kind: RollKind, from: number, count: number): RollLine[] {
	const { parts } = index;
	const order = parts[kind];
	const lines: RollLine[] = [];
	for (let i = Math.max(0, from); i < Math.min(order.length, from + count); i++) {
		const { label, start } =
			kind === 'permuted' ? rotationOf(index, order[i]) : { label: order[i], start: 0 };
		const text = parts.texts.at(label);
		const cut = start === 0 ? 0 : unfoldedPlace(text, start);
		lines.push({
			before: text.slice(0, cut),
			text: text.slice(cut),
			lang: parts.languages[parts.langs[label]],
			isHeading: parts.kinds[label] === LabelKind.preferred,
			headings: [...parts.headings.at(label)]
		});
	}
	return lines;
}

/** The place in a text whose fold reaches `start`: found by folding beginnings, as folding may change lengths. */
function unfoldedPlace(text: string, start: number): number {
	for (let cut = Math.max(0, start - 2); cut < text.length; cut++)
		if (
			fold(text.slice(0, cut)).length + 1 >= start &&
			/[\p{L}\p{N}]/u.test(text[cut]) &&
			fold(text.slice(cut)) === fold(text).slice(start)
		)
			return cut;
	return Math.min(start, text.length);
}

/** First line at or after a typed text. O(log n). */
export function rollPlace(index: LabelIndex, kind: RollKind, typed: string): number {
	const wanted = fold(typed);
	if (kind === 'alphabetical') return placeOf(index, wanted);
	const { permuted, folds } = index.parts;
	const typedWords = wordsOf(wanted).slice(0, 3);
	return firstPlace(0, permuted.length, (place) => {
		const { label, start } = rotationOf(index, permuted[place]);
		return compareWords(wordsOf(folds.at(label).slice(start)), typedWords) >= 0;
	});
}

/** By the first three words, as the permuted order goes; so "noise, indoor" stands with "noise" and before "noises". */
function compareWords(a: readonly string[], b: readonly string[]): number {
	for (let i = 0; i < Math.min(3, Math.max(a.length, b.length)); i++) {
		const [x, y] = [a[i] ?? '', b[i] ?? ''];
		if (x !== y) return x < y ? -1 : 1;
	}
	return 0;
}

/** The most headings a filter shows; beyond it a person needs a longer word. */
export const MOST_FILTERED = 500;

/**
 * Headings whose label holds the typed text anywhere, in the order of the alphabet, and how many there are in all.
 * O(length of all labels).
 */
export function headingsHolding(index: LabelIndex, typed: string): { headings: number[]; total: number } {
	const { parts } = index;
	const wanted = fold(typed);
	const found = new Set<number>();
	let total = 0;
	if (wanted === '') return { headings: [], total };
	const seen = new Set<number>();
	for (const label of parts.alphabetical) {
		if (parts.kinds[label] !== LabelKind.preferred || !parts.folds.at(label).includes(wanted)) continue;
		const heading = parts.headings.at(label)[0];
		if (seen.has(heading)) continue;
		seen.add(heading);
		total++;
		if (found.size < MOST_FILTERED) found.add(heading);
	}
	return { headings: [...found], total };
}
