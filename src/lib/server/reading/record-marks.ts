/** What a list says beside each record: how often it is cited here, and where its work can be had. */
import { yearOf, normalDoi } from '../../../core/evidence/citation';
import { catalogue } from '../holdings';
import type { IndexSets, RecordLine } from '../records';
import { citedTimes } from '../search';
import { waysTold } from '../records';
import { WAYS } from '../../../core/crosswalk';

export interface RecordMarks {
	/** Records of the index that refer to it. */
	cited: number;
	/** Ways to its work, best first; nothing where the library has to be asked for each. */
	ways?: string[];
}

export async function marksOf(sets: IndexSets, lines: readonly RecordLine[]): Promise<RecordMarks[]> {
	const library = catalogue();
	const cited = await citedTimes(sets);
	return lines.map(({ n, item }) => {
		const kinds = library?.kindsOf({
			source: item['container-title'] ?? item.publisher,
			year: yearOf(item),
			doi: normalDoi(item.DOI)
		});
		return { cited: cited[n], ...(kinds && { ways: waysTold(kinds).map((kind) => WAYS[kind]) }) };
	});
}
