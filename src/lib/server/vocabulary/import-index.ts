/** The second stage of an import: from a vocabulary to the packed form in which it is looked up and browsed. */
import { EditionIndex } from '../../../core/edition/edition-index';
import type { ReadVocabulary } from './import-read';

/** Indexes what was read, and completes its findings. @returns the packed form */
export function indexVocabulary({ reading, inspectLabels }: ReadVocabulary): Uint8Array {
	const index = EditionIndex.build(reading.data);
	inspectLabels(index.labels);
	return index.toBytes((text) => Buffer.from(text, 'latin1'));
}
