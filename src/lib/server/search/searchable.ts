/** What searching an index needs: its sets, its vocabulary, its limits. */
import type { LimitDefinition } from '../../../core/search';
import { type IndexSets, limitsOf, searchVocabulary, type SearchVocabulary, setsOf } from '../records';
import { currentIndex, type CurrentIndex } from '../vocabulary';

/** An index with all that searching it needs. */
export interface Searchable {
	current: CurrentIndex;
	sets: IndexSets;
	vocabulary: SearchVocabulary;
	limits: LimitDefinition[];
}

export async function searchable(code: string): Promise<Searchable> {
	const current = await currentIndex(code);
	const sets = setsOf(current.index);
	const [vocabulary, limits] = await Promise.all([searchVocabulary(current), limitsOf(current, sets)]);
	return { current, sets, vocabulary, limits };
}
