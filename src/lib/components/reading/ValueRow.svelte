<script lang="ts">
	import { page } from '$app/state';
	import type { ComposedValue } from '$lib/server/reading';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { lineageAt, recordsAt, filteredAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import HeadingText from '../marks/HeadingText.svelte';
	import Count from '../parts/Count.svelte';
	import { HEADING_DIMENSIONS } from './dimension-words';
	import { readable } from '../parts/value-words';
	import ShareBars from './ShareBars.svelte';
	import { standingOf } from './standing';

	/** A value of a dimension: how much of the result has it, and how much of the index. */
	interface Props {
		value: ComposedValue;
		by: string;
		index: IndexSummary;
		n: number;
		of: number;
		most: number;
		isChosen: boolean;
		onToggle: () => void;
	}
	let { value, by, index, n, of, most, isChosen, onToggle }: Props = $props();
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
	const isHeading = $derived(HEADING_DIMENSIONS.includes(by));
	const standing = $derived(isHeading ? standingOf(store, index.code, value) : undefined);
	const text = $derived(readable(value.value, by));
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex (a row of keys: the ring in it does the same for the pointer) -->
<li
	class="value-columns border-b py-0.5 hover:bg-shade focus-visible:bg-wash"
	class:chosen={isChosen}
	data-value={value.key}
	tabindex="0"
	aria-label="{text}{isChosen ? ', chosen' : ''}"
>
	<button
		class="grid size-6 place-items-center"
		tabindex="-1"
		aria-pressed={isChosen}
		aria-label="Choose {text}"
		onclick={onToggle}><span class="size-3 rounded-full border" class:!bg-lichen={isChosen}></span></button
	>
	<span class="min-w-0 truncate">
		{#if isHeading}
			{#if value.id}<a
					class="text-[15px] hover:underline"
					tabindex="-1"
					href={lineageAt(place, index.code, value.id)}><HeadingText label={value.value} /></a
				>{:else}<span class="text-[15px]"><HeadingText label={value.value} /></span>
				<span class="text-xs text-warn">not in this edition</span>{/if}
			<span class="text-xs text-quiet">{standing?.says}</span>
		{:else}{text}{/if}
	</span>
	<span><ShareBars count={value.count} {n} all={value.all} {of} {most} /></span>
	<span class="text-right"
		><Count
			n={value.count}
			at={filteredAt(page.url, { by, how: 'any', values: [value.key] })}
			says="with {text} here"
			aside
		/></span
	>
	<span class="text-right text-quiet"
		><Count
			n={value.all}
			at={recordsAt(place, index.code, { whole: true, filter: [{ by, how: 'any', values: [value.key] }] })}
			says="with {text} in all of {index.name}"
			aside
		/></span
	>
	<span class="text-right text-quiet">{value.lift === undefined ? '' : value.lift.toFixed(1)}</span>
	<span></span>
</li>

<style>
	.chosen {
		background: var(--lichen-wash);
	}
</style>
