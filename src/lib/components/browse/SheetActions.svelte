<script lang="ts">
	import type { Concept } from '$core/crosswalk';
	import type { HeadingSheet } from '$lib/server/browse';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { displayAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import type { PickTarget } from '../inquiry/pick-target';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import MendActions from '../vocabulary-edit/MendActions.svelte';
	import { pickFor, setAside, togglePick } from '../inquiry/picking';

	/** Actions with a heading: pick it, mark it with others, set it aside. */
	interface Props {
		sheet: HeadingSheet;
		index: IndexSummary;
		target: PickTarget;
		/** The word that led here. */
		query: string;
	}
	let { sheet, index, target, query }: Props = $props();
	const store = $derived(useInquiry()());
	const concept = $derived(target.concept);
	const pick = $derived(pickFor(store, concept, index.code, [sheet]));
	const picked = $derived(pick !== undefined && pick.role !== 'rejected');
	const isPickedFor = (other: Concept) =>
		(pickFor(store, other, index.code, [sheet])?.role ?? 'rejected') !== 'rejected';
</script>

<div class="mt-2 mb-3 flex flex-wrap items-center gap-2" data-changes>
	<button
		data-changes
		class={picked ? 'quiet-action border border-lichen' : 'action'}
		disabled={!concept}
		onclick={() => togglePick(store, concept, index, [sheet])}
	>
		{picked ? 'Picked for' : 'Pick for'}
		{concept?.name ?? 'a concept'}
		<kbd class="key-cap !bg-transparent !text-inherit opacity-80">Space</kbd>
	</button>
	{#if target.instead}
		{@const other = target.instead}
		<button data-changes class="quiet-action border" onclick={() => togglePick(store, other, index, [sheet])}
			>{isPickedFor(other) ? 'Picked for' : 'Pick for'} {other.name}</button
		>
	{/if}
	<button
		data-changes
		class="quiet-action border"
		aria-pressed={store.isMarked(index.code, [sheet])}
		onclick={() => store.mark(index.code, [sheet])}
		>{store.isMarked(index.code, [sheet]) ? 'Marked' : 'Mark'} <kbd class="key-cap">X</kbd></button
	>
	<button
		data-changes
		class="quiet-action border"
		onclick={() => setAside(store, concept, index.code, [sheet], `browsing ${index.name}`)}
		>Set aside <kbd class="key-cap">S</kbd></button
	>
	<MendActions {sheet} {index} away={displayAt(placeOf(store), index.code)} />
	{#if pick?.role === 'rejected'}<span class="text-warn">Rejected for this concept</span>{/if}
</div>
{#if query && !target.isWord && concept}<p class="-mt-2 mb-3 text-xs text-quiet">
		“{query}” is a word of no concept, so picks go to the current one.
	</p>{/if}
