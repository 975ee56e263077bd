import { goto } from '$app/navigation';
import { ask, inWords } from '$lib/client/ask';
import type { WatchSummary } from '$lib/server/keeping';
import { keepUpAt } from '../inquiry/addresses';
import { placeOf } from '../inquiry/in-hand';
import type { InquiryStore } from '../inquiry/inquiry-store.svelte';
import { messages } from '../messages/messages.svelte';

/**
 * Watches for more of what an address names.
 * @param search the query of the address
 */
export async function watchFor(store: InquiryStore, code: string, search: string): Promise<void> {
	const { value, fault } = await ask<WatchSummary>(`/inquiry/${store.id}/watches/of/${code}${search}`, {
		body: {}
	});
	if (fault) return messages.warn(inWords(fault, 'No watch was made.'));
	messages.say(`Watching: ${value.name}`, {
		label: 'Keep up',
		run: () => void goto(keepUpAt(placeOf(store)))
	});
}
