<script lang="ts">
	import { page } from '$app/state';
	import { Asked } from '$lib/client/asked.svelte';
	import type { Composition } from '$lib/server/reading';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { counted, number } from '../parts/numbers';
	import DimensionList from './DimensionList.svelte';
	import FirstReading from './FirstReading.svelte';
	import { readingAddress } from './reading-address';
	import Sentence from './Sentence.svelte';

	/** What a result is made of: a sentence a dimension, or one of them whole. */
	let { index, count }: { index: IndexSummary; count: number } = $props();
	const store = $derived(useInquiry()());
	/** An address is made anew with every change; what it says is not. */
	const search = $derived(page.url.search);
	const by = $derived(page.url.searchParams.get('by'));
	const asked = new Asked<Composition>(
		() => (by === null ? readingAddress(search, store.id, index.code, store.followed) : undefined),
		0
	);
	const composition = $derived(asked.current);
</script>

{#if by !== null}
	{#key by + page.url.search}<DimensionList {index} {by} />{/key}
{:else}
	<!-- svelte-ignore a11y_no_noninteractive_tabindex (what scrolls must be reached by the keys that scroll it) -->
	<div class="min-h-0 flex-1 overflow-y-auto" tabindex="0" role="region" aria-label="Composition">
		<div class="mx-auto max-w-5xl px-6 py-4">
			<h2 class="text-lg font-semibold">Composition of {counted(count, 'record')}</h2>
			{#if asked.fault}
				<p class="mt-3 text-warn">{asked.fault.message} The list is still there.</p>
			{:else if !composition}
				<FirstReading {index} />
			{:else}
				<ul class="mt-2">
					{#each composition.dimensions as dimension (dimension.name)}
						<Sentence {dimension} {index} count={composition.count} of={composition.of} />
					{/each}
				</ul>
				<p class="mt-3 text-xs text-quiet">
					A record counts once for a value. Shares are of these records, and of all {number(composition.of)} of
					{index.name}.
				</p>
			{/if}
		</div>
	</div>
{/if}
