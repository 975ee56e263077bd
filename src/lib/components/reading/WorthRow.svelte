<script lang="ts">
	import { page } from '$app/state';
	import type { ComposedValue } from '$lib/server/reading';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { recordsAt, filteredAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import HeadingText from '../marks/HeadingText.svelte';
	import Count from '../parts/Count.svelte';
	import { signed } from '../parts/numbers';
	import ShareBars from './ShareBars.svelte';
	import type { Standing } from './standing';

	/** A heading that stands out in a result; a key picks it. */
	interface Props {
		value: ComposedValue;
		standing: Standing;
		index: IndexSummary;
		/** Its place among those not considered yet. */
		place?: number;
		n: number;
		of: number;
		most: number;
		/** Records that picking it would add. */
		adds?: number;
		isMarked: boolean;
		onFocus: () => void;
		onPick: () => void;
	}
	let { value, standing, index, place, n, of, most, adds, isMarked, onFocus, onPick }: Props = $props();
	const store = $derived(useInquiry()());
	const filter = $derived({ by: 'heading', how: 'any' as const, values: [value.key] });
	const SIGNS = { picked: '●', searched: '●', rejected: '✕', aside: '◐', new: '○' };
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex (a row of keys: the sign in it picks for the pointer) -->
<li
	class="worth-columns border-b px-4 py-0.5 hover:bg-shade focus-visible:bg-wash"
	class:opacity-60={standing.kind === 'rejected'}
	class:marked={isMarked}
	data-worth={value.key}
	tabindex="0"
	aria-label="{value.value}{standing.says ? `, ${standing.says}` : ''}{adds === undefined
		? ''
		: `, picking it adds ${adds}`}"
	onfocus={onFocus}
>
	<button
		data-changes
		class="grid size-6 place-items-center"
		tabindex="-1"
		aria-pressed={standing.kind === 'picked'}
		aria-label="Pick {value.value}"
		onclick={() => {
			onFocus();
			onPick();
		}}>{SIGNS[standing.kind]}</button
	>
	<span class="min-w-0">
		{#if place !== undefined && place <= 10}<span class="mr-1 text-xs text-quiet" aria-hidden="true"
				>{place % 10}</span
			>{/if}<span class="text-[15px]"><HeadingText label={value.value} /></span>
		<span class="text-xs text-quiet">{standing.says}</span>
	</span>
	<span><ShareBars count={value.count} {n} all={value.all} {of} {most} /></span>
	<span class="text-right"
		><Count n={value.count} at={filteredAt(page.url, filter)} says="with it here" aside /></span
	>
	<span class="text-right text-quiet"
		><Count
			n={value.all}
			at={recordsAt(placeOf(store), index.code, { whole: true, filter: [filter] })}
			says="with it in all of {index.name}"
			aside
		/></span
	>
	<span class="text-right text-quiet">{adds === undefined ? '' : adds === 0 ? '·' : signed(adds)}</span>
</li>

<style>
	.marked {
		background: var(--lichen-wash);
		box-shadow: inset 4px 0 0 var(--lichen);
	}
</style>
