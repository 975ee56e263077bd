/** How many headings words match, for a first idea of what an index holds on a concept. */
import { contentWords, fold, stemOf } from '../text';
import type { LabelIndex } from './label-index';

/**
 * The distinct headings that have a label with all words of any of the texts, by stem; a text that ends in `*` matches
 * by the beginning of its last word. O(labels with the rarest word), and O(dictionary) for a beginning.
 */
export function headingsMatching(index: LabelIndex, texts: readonly string[]): Set<number> {
	const found = new Set<number>();
	for (const text of texts) {
		const truncated = text.trim().endsWith('*');
		const words = contentWords(fold(text.replace(/\*+\s*$/, '')));
		if (words.length === 0) continue;
		const lists = words.map((word, i) =>
			truncated && i === words.length - 1
				? labelsWithBeginning(index, word)
				: new Set(index.labelsWithStem(stemOf(word)))
		);
		const [first, ...others] = lists.sort((a, b) => a.size - b.size);
		for (const label of first)
			if (others.every((list) => list.has(label)))
				for (const heading of index.parts.headings.at(label)) found.add(heading);
	}
	return found;
}

function labelsWithBeginning(index: LabelIndex, beginning: string): Set<number> {
	const { labelsByStem, wordStems } = index.parts;
	const stems = new Set(index.wordsBeginning(beginning).map((word) => wordStems[word]));
	return new Set([...stems].flatMap((stem) => [...labelsByStem.at(stem)]));
}
