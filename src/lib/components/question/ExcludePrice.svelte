<script lang="ts">
	import { ask } from '$lib/client/ask';
	import { number } from '../parts/numbers';
	import { onMount } from 'svelte';
	import type { Command, Concept } from '$core/crosswalk';
	import type { StrategyView, Trial } from '$lib/server/search';
	import IndexMark from '../marks/IndexMark.svelte';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';

	/** What excluding a concept would take from the records found in each index, before it is done. */
	let { concept, onDone }: { concept: Concept; onDone: () => void } = $props();
	const store = $derived(useInquiry()());
	const command = $derived<Command>({ kind: 'concept.set', id: concept.id, status: 'exclude' });
	type Price = { before: number; removes: number } | { why: string };
	let prices = $state.raw<Record<string, Price>>({});

	let first = $state<HTMLElement>();

	onMount(async () => {
		first?.focus();
		await Promise.all(
			store.columns.map(async ({ code }) => {
				const price = await priceIn(code);
				prices = { ...prices, [code]: price };
			})
		);
	});

	/** Against the same search without the concept: as it stands, it may only find records that have it. */
	async function priceIn(code: string): Promise<Price> {
		const { value } = await ask<{ view: StrategyView; trial: Trial }>(
			`/inquiry/${store.id}/strategy/${code}`,
			{ body: { commands: [command] } }
		);
		if (!value) return { why: 'could not be counted' };
		const { yields, textFault, typed } = value.view;
		const removes = yields.blocks.find(({ id }) => id === concept.id)?.removes ?? 0;
		if (textFault || typed) return { why: 'follows a typed text' };
		return { before: yields.count + removes, removes };
	}

	function exclude() {
		store.send(command);
		onDone();
	}
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions (Escape, from whichever button has the focus) -->
<div
	class="mb-2 border-l-2 border-warn pl-3"
	role="group"
	aria-label="What excluding {concept.name} removes"
	onkeydown={(event) => event.key === 'Escape' && onDone()}
>
	<p>No record may then have {concept.name}. This takes away:</p>
	<ul class="my-1 flex flex-wrap gap-x-6 gap-y-1" aria-live="polite">
		{#each store.columns as index (index.code)}
			{@const price = prices[index.code]}
			<li class="flex items-baseline gap-1.5">
				<IndexMark {index} label={index.name} />
				{#if !price}
					<span class="text-quiet">counting</span>
				{:else if 'why' in price}
					<span class="text-quiet">{price.why}</span>
				{:else}
					<span><b class="font-semibold">{number(price.removes)}</b> of {number(price.before)} records</span>
				{/if}
			</li>
		{/each}
	</ul>
	<div class="flex gap-2">
		<button class="quiet-action border" bind:this={first} onclick={exclude}>Exclude it</button>
		<button class="quiet-action" onclick={onDone}>Leave it as it is</button>
	</div>
</div>
