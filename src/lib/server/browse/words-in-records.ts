/** Words that people use in records, whatever labels say: they are not misspelt, and what labels have that is like them is not meant. */
import type { EditionIndex } from '../../../core/edition/edition-index';
import { contentWords, fold } from '../../../core/text';
import { setsOf } from '../records';
import type { CurrentIndex } from '../vocabulary';

/** A word that fewer records have may be a slip of the pen in them. */
const FEWEST_RECORDS = 3;

/** Of some texts the words that no label of the index has just so, and that its records do. One statement for those not asked before. */
export async function wordsInRecords(
	current: CurrentIndex,
	{ labels }: Pick<EditionIndex, 'labels'>,
	texts: readonly string[]
): Promise<ReadonlySet<string>> {
	if (current.index.records === 0) return new Set();
	const words = [...new Set(texts.flatMap((text) => (text.includes('*') ? [] : contentWords(fold(text)))))];
	const unknown = words.filter((word) => !labels.spells(word) && !labels.notes(word));
	if (unknown.length === 0) return new Set();
	const counts = await setsOf(current.index).countWords(
		unknown.map((text) => ({ text, capitals: false, field: 'keywords' }))
	);
	return new Set(unknown.filter((_, i) => counts[i] >= FEWEST_RECORDS));
}
