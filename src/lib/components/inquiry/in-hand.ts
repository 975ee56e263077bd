/** What a person has in hand: the concept that picks are for, and the index they work in. Both stand in the address. */
import { page } from '$app/state';
import type { Place } from './addresses';
import type { InquiryStore } from './inquiry-store.svelte';

/** The concept named in the address, or the first; undefined in an inquiry without concepts. */
export function currentConcept(store: InquiryStore) {
	const wanted = page.url.searchParams.get('concept');
	const concepts = store.concepts;
	return concepts.find(({ id }) => id === wanted) ?? concepts[0];
}

/** The code of the index that the address names: as such, in its path, or by the cell in hand. */
export function currentIndex(store: InquiryStore): string | undefined {
	const { searchParams } = page.url;
	const cell = searchParams.get('cell') ?? '';
	const named = [page.params.code, searchParams.get('index'), cell.slice(cell.lastIndexOf(':') + 1)];
	return named.find((code) => code && store.inquiry.about.indexes.includes(code)) ?? undefined;
}

/** Where a person is, for the addresses of other screens. */
export function placeOf(store: InquiryStore): Place {
	return {
		id: store.id,
		concept: currentConcept(store)?.id,
		index: currentIndex(store),
		to: page.url.searchParams.get('to') ?? undefined
	};
}
