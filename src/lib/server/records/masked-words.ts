/** Words with letters left open, as the words of an index that they stand for. */
import { masksOf, queryOf, type WordTest } from '../../../core/search';
import { ServiceError } from '../errors';
import { wordsLike } from './set-rows';

/** A mask that stands for more words than this says next to nothing, and takes long. */
const MOST_FORMS = 30_000;

/** The full-text query for a word; empty where no record can have it. O(words of the index) for each mask. */
export async function queryFor(code: string, word: WordTest): Promise<ReturnType<typeof queryOf>> {
	const forms = new Map<string, string[]>();
	for (const mask of masksOf(word)) {
		const found = await wordsLike(code, likeOf(mask), MOST_FORMS + 1);
		if (found.length > MOST_FORMS)
			throw new ServiceError(
				422,
				'mask-too-wide',
				`“${mask}” stands for more than ${MOST_FORMS.toLocaleString('en')} words of this index. Give more of its letters.`
			);
		forms.set(mask, found);
	}
	return queryOf(word, (mask) => forms.get(mask) ?? []);
}

const likeOf = (mask: string) => mask.replaceAll('*', '%').replaceAll('?', '_');
