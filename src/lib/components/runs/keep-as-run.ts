import { goto, invalidateAll } from '$app/navigation';
import type { Kept } from '$lib/server/reading';
import type { Restored } from '$lib/server/runs';
import { strategyAt } from '../inquiry/addresses';
import { placeOf } from '../inquiry/in-hand';
import type { InquiryStore } from '../inquiry/inquiry-store.svelte';
import { messages } from '../messages/messages.svelte';
import { number } from '../parts/numbers';
import { askRuns } from './ask-runs';

/**
 * Keeps the result that an address names as a run, and offers to make it the strategy where a text finds just the same.
 * @param search the query of the address
 */
export async function keepAsRun(store: InquiryStore, code: string, search: string): Promise<void> {
	const kept = await askRuns<Kept>(`/inquiry/${store.id}/kept/${code}${search}`, { body: {} });
	if (!kept) return;
	await invalidateAll();
	messages.say(
		`Kept as run ${kept.number}`,
		kept.hasText
			? { label: 'Make it the strategy', run: () => void makeStrategy(store, kept.number, code) }
			: undefined
	);
}

/** Makes what a run was found by the strategy of its index. */
export async function makeStrategy(store: InquiryStore, run: number, code: string): Promise<void> {
	const restored = await askRuns<Restored>(`/inquiry/${store.id}/runs/${run}/settings`);
	if (!restored) return;
	const [command, ...others] = restored.commands;
	store.send(
		others.length === 0
			? command
			: {
					kind: 'many',
					title: `Made run ${run} the strategy for ${store.indexName(code)}`,
					commands: restored.commands
				}
	);
	await goto(strategyAt(placeOf(store), code));
	const { then, now } = restored;
	messages.say(
		`Run ${run} is the strategy now: it found ${number(then)} then, and finds ${now === then ? 'as many' : number(now)} now`,
		{ label: 'Undo', run: () => void store.step('undo') }
	);
}
