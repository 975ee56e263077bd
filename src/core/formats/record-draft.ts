/** A record on its way into an index. */
import { fold } from '../text';
import type { RecordWords } from '../search/word-matching';
import { keywordsOf, kindOf, nameInWords, normalDoi, yearOf, type CslItem } from '../evidence/citation';

export interface DraftTagging {
	uri: string;
	label: string;
	chief: boolean;
	aspect?: string;
}

export interface RecordDraft {
	/** What the index calls it; a record of the same key is replaced. */
	key: string;
	item: CslItem;
	/**
	 * By field; what the record was not labelled for is absent. Left out where its source says nothing of labels: a record
	 * that is there already then keeps those it has.
	 */
	limits?: Record<string, string[]>;
	taggings: DraftTagging[];
	/** Its source says nothing of headings: a record that is there already keeps those it has. */
	keepsTaggings?: true;
	/** Keys of records of the same index that it refers to; left out where its source does not say. */
	cites?: string[];
}

/** What a record says in words, for the full-text search. */
export function wordsOfRecord({ item, taggings }: Pick<RecordDraft, 'item' | 'taggings'>): RecordWords {
	return {
		title: item.title ?? '',
		abstract: item.abstract ?? '',
		keywords: keywordsOf(item),
		headings: [...new Set(taggings.map(({ label }) => label))],
		author: (item.author ?? []).map(nameInWords),
		source: item['container-title'] ?? item.publisher ?? '',
		affiliation: item.custom?.affiliations ?? [],
		funder: item.custom?.funders ?? []
	};
}

/** Every limit value of a record: its year, language and kind besides those it was labelled with. */
export function limitsOfRecord({
	item,
	limits
}: Pick<RecordDraft, 'item' | 'limits'>): Record<string, string[]> {
	const year = yearOf(item);
	return {
		...limits,
		...(year !== undefined && { 'dc.date': [String(year)] }),
		...(item.language && { 'dc.language': [item.language.toLowerCase()] }),
		'dc.type': [kindOf(item)],
		...(item.custom?.peerReviewed !== undefined && {
			'oak.peerReviewed': [String(item.custom.peerReviewed)]
		})
	};
}

/** A key for a record that comes without one: by its DOI, else by title, year and first author. */
export function keyOf(item: CslItem): string {
	const doi = normalDoi(item.DOI);
	if (doi) return `doi:${doi}`;
	const [first] = item.author ?? [];
	const parts = [fold(item.title ?? ''), yearOf(item) ?? '', fold(first?.family ?? first?.literal ?? '')];
	return parts.join(' / ').slice(0, 300);
}
