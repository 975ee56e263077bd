import { untrack } from 'svelte';
import { invalidateAll } from '$app/navigation';
import type { InquiryStore } from '../inquiry/inquiry-store.svelte';

/** Asks for what a page shows again once limits of the inquiry have changed and the change is kept: its counts keep to them. */
export function followLimits(store: () => InquiryStore): void {
	const limitsNow = () => {
		const { limits, strategies } = store().inquiry;
		return JSON.stringify([limits, Object.values(strategies).map((own) => [own.id, own.limits, own.lifted])]);
	};
	let seen = untrack(limitsNow);
	$effect(() => {
		const now = limitsNow();
		if (now === seen || store().saving !== 'saved') return;
		seen = now;
		untrack(() => void invalidateAll());
	});
}
