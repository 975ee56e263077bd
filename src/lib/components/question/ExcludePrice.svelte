<script lang="ts">
	import { ask } from '$lib/client/ask';
	import type { Command, Concept } from '$core/crosswalk';
	import type { PearlsOfStrategy } from '$lib/server/reading';
	import type { StrategyView, Trial } from '$lib/server/search';
	import IndexMark from '../marks/IndexMark.svelte';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { counted, number } from '../parts/numbers';

	/** What excluding a concept takes from the records found in each index: shown before it is done, and while it is so. */
	let { concept }: { concept: Concept } = $props();
	const store = $derived(useInquiry()());
	const isExcluded = $derived(concept.status === 'exclude');
	type Price = { before: number; removes: number; pearls: number } | { why: string };
	let prices = $state.raw<Record<string, Price>>({});

	$effect(() => {
		// Counted anew where the words or headings of the inquiry change; the server has to know the concept first.
		void store.revision;
		if (store.saving !== 'saved') return;
		const id = concept.id;
		let stale = false;
		for (const { code } of store.columns)
			void priceIn(code, id).then((price) => {
				if (!stale) prices = { ...prices, [code]: price };
			});
		return () => (stale = true);
	});

	/** Against the same search without the concept: as it stands, it may only find records that have it. */
	async function priceIn(code: string, id: string): Promise<Price> {
		const commands: Command[] = [{ kind: 'concept.set', id, status: 'exclude' }];
		const [{ value }, pearls] = await Promise.all([
			ask<{ view: StrategyView; trial: Trial }>(`/inquiry/${store.id}/strategy/${code}`, {
				body: { commands }
			}),
			ask<PearlsOfStrategy>(`/inquiry/${store.id}/pearls/of/${code}`, { body: { commands } })
		]);
		if (!value) return { why: 'could not be counted' };
		const { yields, textFault, typed, isEmpty } = value.view;
		if (textFault || typed) return { why: 'follows a typed text' };
		if (isEmpty) return { why: 'nothing is searched yet' };
		const removes = yields.blocks.find((block) => block.id === id)?.removes ?? 0;
		const lost = pearls.value?.keptOut.find((out) => out.by === 'block' && out.id === id);
		return { before: yields.count + removes, removes, pearls: lost?.pearls.length ?? 0 };
	}
</script>

<div
	class={isExcluded ? 'border-l-2 border-warn pl-3' : 'text-quiet'}
	role="group"
	aria-label="What excluding {concept.name} removes"
>
	<p class:text-xs={!isExcluded}>
		{isExcluded
			? `Excluded: no record may have ${concept.name}. This takes away:`
			: 'Excluding it would take away:'}
	</p>
	<ul class="flex flex-wrap gap-x-6 gap-y-1" class:text-xs={!isExcluded} aria-live="polite">
		{#each store.columns as index (index.code)}
			{@const price = prices[index.code]}
			<li class="flex items-baseline gap-1.5">
				<IndexMark {index} label={index.name} />
				{#if !price}
					<span class="text-quiet">counting</span>
				{:else if 'why' in price}
					<span class="text-quiet">{price.why}</span>
				{:else}
					<span
						><b class="font-semibold">{number(price.removes)}</b> of {counted(
							price.before,
							'record'
						)}{#if price.pearls > 0}, <span class="text-warn"
								>{counted(price.pearls, 'pearl')} among them</span
							>{/if}</span
					>
				{/if}
			</li>
		{/each}
	</ul>
</div>
