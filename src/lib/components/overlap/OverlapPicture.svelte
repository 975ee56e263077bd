<script lang="ts">
	import { drawnInProportion } from '$core/reading';
	import type { OverlapOfSets } from '$lib/server/reading';
	import RegionCircles from './RegionCircles.svelte';
	import RegionList from './RegionList.svelte';
	import SharedMatrix from './SharedMatrix.svelte';

	/** How sets overlap: two or three drawn in proportion, else what every two share; under it every region in words. */
	interface Props {
		overlap: OverlapOfSets;
		/** What is counted: records, or works. */
		says?: { one: string; many: string };
		/** Where the records of a region are. */
		at: (members: number[]) => string;
		/** Keeps a region as a run. */
		onKeep?: (members: number[]) => void;
	}
	let { overlap, says = { one: 'record', many: 'records' }, at, onKeep }: Props = $props();
	const drawing = $derived(drawnInProportion(overlap.regions, overlap.sets.length));
</script>

{#if overlap.total === 0}
	<p class="py-4 text-quiet">None of them has any {says.many} now.</p>
{:else}
	{#if drawing}
		<RegionCircles {drawing} {overlap} {says} {at} />
	{:else if overlap.sets.length > 2}
		<SharedMatrix {overlap} {says} />
		{#if overlap.sets.length === 3}<p class="mt-1 text-xs text-quiet">
				Circles would show these three falsely, so what every two share stands here in numbers.
			</p>{/if}
	{/if}
	<RegionList {overlap} {says} {at} {onKeep} />
	{#if overlap.left > 0}<p class="mt-2 text-xs text-warn">
			The {overlap.left} smallest are left out: no more than {overlap.sets.length} can be told apart at once.
		</p>{/if}
{/if}
