import { untrack } from 'svelte';
import { invalidateAll } from '$app/navigation';
import type { InquiryStore } from './inquiry-store.svelte';

/**
 * Asks for what a page shows again once what its counts keep to has changed and is kept: limits, and whose name a form of a name
 * is.
 */
export function followWhatCounts(store: () => InquiryStore): void {
	const now = () => {
		const { limits, names, strategies } = store().inquiry;
		const own = Object.values(strategies).map(({ id, limits, lifted }) => [id, limits, lifted]);
		return JSON.stringify([limits, names, own]);
	};
	let seen = untrack(now);
	$effect(() => {
		const next = now();
		if (next === seen || store().saving !== 'saved') return;
		seen = next;
		untrack(() => void invalidateAll());
	});
}
