import { goto, invalidateAll } from '$app/navigation';
import type { Command } from '$core/crosswalk';
import type { Kept } from '$lib/server/reading';
import type { Restored } from '$lib/server/runs';
import { strategyAt } from '../inquiry/addresses';
import { placeOf } from '../inquiry/in-hand';
import type { InquiryStore } from '../inquiry/inquiry-store.svelte';
import { messages } from '../messages/messages.svelte';
import { counted, number } from '../parts/numbers';
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

/** Tries what a run was found by as the strategy of its index: what that replaces is seen there before it is kept. */
export async function makeStrategy(store: InquiryStore, run: number, code: string): Promise<void> {
	const restored = await askRuns<Restored>(`/inquiry/${store.id}/runs/${run}/settings`);
	if (!restored) return;
	const { commands, then, now } = restored;
	const [first, ...others] = commands;
	const command: Command =
		others.length === 0
			? first
			: { kind: 'many', title: `Made run ${run} the strategy for ${store.indexName(code)}`, commands };
	const found = now === then ? counted(then, 'record') : `${number(then)} then, and ${number(now)} now`;
	const says = `Run ${run} in the place of the strategy. It found ${found}.`;
	await goto(strategyAt(placeOf(store), code), { state: { tried: { command, says } } });
}
