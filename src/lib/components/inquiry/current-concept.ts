import { page } from '$app/state';
import type { InquiryStore } from './inquiry-store.svelte';

/** The concept named in the address, or the first; undefined in an inquiry without concepts. */
export function currentConcept(store: InquiryStore) {
	const wanted = page.url.searchParams.get('concept');
	const concepts = store.concepts;
	return concepts.find(({ id }) => id === wanted) ?? concepts[0];
}
