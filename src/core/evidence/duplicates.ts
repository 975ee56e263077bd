/** Which citations of two indexes are of the same work. */
import { normalDoi, yearOf, type CslItem } from './citation';
import { fold } from '../text';

/** What tells a work. A value that is missing equals none. */
export interface WorkKeys {
	/** Normalised. */
	doi?: string;
	/** Folded title and folded family name of the first author, where the citation has both. */
	title?: string;
	year?: number;
}

/** The keys of a citation. O(length of the title). */
export function workKeys(item: CslItem): WorkKeys {
	const doi = normalDoi(item.DOI);
	const year = yearOf(item);
	const title = fold(item.title ?? '');
	const family = fold(item.author?.[0]?.family ?? '');
	return {
		...(doi !== undefined && { doi }),
		...(title !== '' && family !== '' && { title: `${title}\n${family}` }),
		...(year !== undefined && { year })
	};
}

/**
 * Whether two citations of different indexes are of one work: equal DOIs; else equal title and author with years no
 * more than one apart, unless both have DOIs. Nothing follows from a third citation that is like both.
 */
export function isSameWork(a: WorkKeys, b: WorkKeys): boolean {
	if (a.doi !== undefined && b.doi !== undefined) return a.doi === b.doi;
	return (
		a.title !== undefined &&
		a.title === b.title &&
		a.year !== undefined &&
		b.year !== undefined &&
		Math.abs(a.year - b.year) <= 1
	);
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
