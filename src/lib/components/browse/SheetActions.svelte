<script lang="ts">
	import type { HeadingSheet } from '$lib/server/browse';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { displayAt } from '../inquiry/addresses';
	import { currentConcept, placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import MendActions from '../mending/MendActions.svelte';
	import { pickFor, setAside, togglePick } from '../inquiry/picking';

	/** What can be done with a heading: pick it, mark it with others, set it aside. */
	let { sheet, index }: { sheet: HeadingSheet; index: IndexSummary } = $props();
	const store = $derived(useInquiry()());
	const concept = $derived(currentConcept(store));
	const pick = $derived(pickFor(store, concept, index.code, [sheet]));
	const picked = $derived(pick !== undefined && pick.role !== 'rejected');
</script>

<div class="mt-2 mb-3 flex flex-wrap items-center gap-2">
	<button
		class={picked ? 'quiet-action border border-lichen' : 'action'}
		disabled={!concept}
		onclick={() => togglePick(store, concept, index, [sheet])}
	>
		{picked ? 'Picked for' : 'Pick for'}
		{concept?.name ?? 'a concept'}
		<kbd class="key-cap !bg-transparent !text-inherit opacity-80">Space</kbd>
	</button>
	<button
		class="quiet-action border"
		aria-pressed={store.isMarked(index.code, [sheet])}
		onclick={() => store.mark(index.code, [sheet])}
		>{store.isMarked(index.code, [sheet]) ? 'Marked' : 'Mark'} <kbd class="key-cap">X</kbd></button
	>
	<button
		class="quiet-action border"
		onclick={() => setAside(store, concept, index.code, [sheet], `browsing ${index.name}`)}
		>Set aside <kbd class="key-cap">S</kbd></button
	>
	<MendActions {sheet} {index} away={displayAt(placeOf(store), index.code)} />
	{#if pick?.role === 'rejected'}<span class="text-warn">Rejected for this concept</span>{/if}
</div>
