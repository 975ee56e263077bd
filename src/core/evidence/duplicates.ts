/** Which citations of two indexes are of the same work. */
import { normalDoi, yearOf, type CslItem } from './citation';
import { fold, key } from '../text';

/** What tells a work. A value that is missing equals none. */
export interface WorkKeys {
	/** Normalised. */
	doi?: string;
	/** Folded title and folded name of the first author, a person's family name or a body's whole name; nothing without title. */
	title?: string;
	year?: number;
	/** Of a citation that names no author: its source, pages and standard numbers, as far as it has them. */
	marks?: string[];
}

/** The keys of a citation. O(length of the title). */
export function workKeys(item: CslItem): WorkKeys {
	const doi = normalDoi(item.DOI);
	const year = yearOf(item);
	const title = fold(item.title ?? '');
	const [first] = item.author ?? [];
	const author = fold(first?.family || first?.literal || first?.given || '');
	return {
		...(doi !== undefined && { doi }),
		...(title !== '' && { title: `${title}\n${author}` }),
		...(year !== undefined && { year }),
		...(title !== '' && author === '' && { marks: marksOf(item) })
	};
}

/** What tells works of one title apart where no author does. */
function marksOf(item: CslItem): string[] {
	const said = (kind: string, value: string) => (value === '' ? [] : [`${kind} ${value}`]);
	return [
		...said('source', fold(item['container-title'] ?? item.publisher ?? '')),
		...said('pages', fold(item.page ?? '')),
		...said('number', key(item.ISSN ?? '')),
		...said('number', key(item.ISBN ?? ''))
	];
}

/**
 * Whether two citations of different indexes are of one work: equal DOIs; else, unless both have DOIs, equal title and
 * first author with years no more than one apart; where neither names an author, equal title and year and one of source,
 * pages and standard number. Nothing follows from a third citation that is like both.
 */
export function isSameWork(a: WorkKeys, b: WorkKeys): boolean {
	if (a.doi !== undefined && b.doi !== undefined) return a.doi === b.doi;
	if (a.title === undefined || a.title !== b.title || a.year === undefined || b.year === undefined)
		return false;
	const { marks: own } = a;
	// Titles are equal only where both name an author or neither does.
	if (own) return a.year === b.year && (b.marks ?? []).some((mark) => own.includes(mark));
	return Math.abs(a.year - b.year) <= 1;
}

/** Works by what tells them, to see whether another citation is of one of them. */
export class KnownWorks {
	private readonly byDoi = new Map<string, WorkKeys[]>();
	private readonly byTitle = new Map<string, WorkKeys[]>();

	add(keys: WorkKeys): void {
		for (const [map, key] of [
			[this.byDoi, keys.doi],
			[this.byTitle, keys.title]
		] as const)
			if (key !== undefined) map.set(key, [...(map.get(key) ?? []), keys]);
	}

	/** O(those that are alike). */
	has({ doi, title, ...rest }: WorkKeys): boolean {
		const alike = [...(this.byDoi.get(doi ?? '') ?? []), ...(this.byTitle.get(title ?? '') ?? [])];
		return alike.some((other) => isSameWork({ doi, title, ...rest }, other));
	}
}
