<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { ask } from '$lib/client/ask';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { filteredAt, type Filter } from '../inquiry/addresses';
	import { currentConcept } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { pickCommand, pickFor } from '../inquiry/picking';
	import { messages } from '../messages/messages.svelte';
	import Menu from '../parts/Menu.svelte';
	import { counted, number } from '../parts/numbers';
	import { called, fieldOf, HEADING_DIMENSIONS } from './dimension-words';
	import { readingAddress } from './reading-address';

	/** What becomes of the chosen values: each way with the count it leaves, before it is gone. */
	interface Props {
		index: IndexSummary;
		by: string;
		chosen: readonly { key: string; value: string }[];
		onLeave: () => void;
	}
	let { index, by, chosen, onLeave }: Props = $props();
	const store = $derived(useInquiry()());
	/** An address is made anew with every change; what it says is not. */
	const search = $derived(page.url.search);
	const concept = $derived(currentConcept(store));
	const words = $derived(called(by, index.limits));
	const values = $derived(chosen.map(({ key }) => key));
	const ways = $derived<{ filter: Filter; says: string }[]>([
		{ filter: { by, how: 'any', values }, says: chosen.length > 1 ? 'keep any' : 'keep' },
		...(chosen.length > 1 ? [{ filter: { by, how: 'all' as const, values }, says: 'keep all' }] : []),
		{ filter: { by, how: 'out', values }, says: 'leave out' }
	]);
	let counts = $state.raw<readonly number[]>([]);
	$effect(() => {
		const each = ways.map(({ filter }) => filter);
		const address = readingAddress(search, store.id, `${index.code}/kept`, store.followed);
		let stale = false;
		void ask<{ counts: number[] }>(address, { body: { each } }).then(({ value }) => {
			if (!stale && value) counts = value.counts;
		});
		return () => {
			stale = true;
			counts = [];
		};
	});

	const field = $derived(fieldOf(by));
	const definition = $derived(
		field === undefined
			? undefined
			: (index.limits.find((limit) => limit.field === field) ?? { field, label: words.title })
	);
	function makeLimit() {
		if (!definition) return;
		const limit = { field: definition.field, values: [...values] };
		store.send({ kind: 'limit.set', limit, indexCode: index.code });
		messages.say(`${definition.label} is a limit of the strategy for ${index.name} now.`);
		onLeave();
	}
	function pickAllFor(conceptId: string) {
		const of = store.inquiry.concepts[conceptId];
		const open = chosen.filter(({ key, value }) => {
			const known = pickFor(store, of, index.code, [{ uri: key, label: value }]);
			return !known || known.role === 'rejected';
		});
		if (open.length === 0) return;
		store.send({
			kind: 'many',
			title: `Pick ${counted(open.length, 'heading')} for ${of.name}`,
			commands: open.map(({ key, value }) => pickCommand(conceptId, index, [{ uri: key, label: value }]))
		});
		onLeave();
	}
</script>

<div
	class="flex flex-wrap items-center gap-x-2 gap-y-1 border-t bg-leaf px-4 py-2"
	role="region"
	aria-label="Chosen values"
>
	<span class="font-semibold">{counted(chosen.length, words.one, words.many)} chosen</span>
	{#each ways as { filter, says }, i (says)}
		<button class="quiet-action border" onclick={() => goto(filteredAt(page.url, filter))}
			>{says}{#if counts[i] !== undefined}<span class="text-quiet">{number(counts[i])}</span>{/if}</button
		>
	{/each}
	{#if HEADING_DIMENSIONS.includes(by) && store.concepts.length > 0}
		{#if concept}<button data-changes class="action" onclick={() => pickAllFor(concept.id)}
				>Pick for {concept.name}</button
			>{/if}
		{#if store.concepts.length > 1}
			<Menu
				changes
				label="Pick for another concept"
				items={store.concepts.map(({ id, name }) => ({
					says: `Pick for ${name}`,
					run: () => pickAllFor(id)
				}))}>another concept</Menu
			>
		{/if}
	{/if}
	{#if definition}<button class="quiet-action border" onclick={makeLimit}>make it a limit</button>{/if}
	<button class="quiet-action ml-auto" onclick={onLeave}>Leave it</button>
</div>
