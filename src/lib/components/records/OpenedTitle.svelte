<script lang="ts">
	import type { PartWords } from '$core/search';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import HeadingText from '../marks/HeadingText.svelte';
	import { number } from '../parts/numbers';
	import WordSwitch from '../parts/WordSwitch.svelte';

	/** What the records are that a number led to, and the way back to it. */
	interface Props {
		title: PartWords;
		count: number;
		index: IndexSummary;
		back: { at: string; says: string };
		/** Where all that the strategy finds is. */
		whole: string;
		/** Where what was last left out of it is there again. */
		wider?: string;
		/** Whether it keeps to the limits of the index, and what turns that; nothing where there are none. */
		limits?: { on: boolean; turn: () => void };
		/** Keeps these as a run. */
		onKeep: () => void;
		/** Watches for more of them. */
		onWatch: () => void;
	}
	let { title, count, index, back, whole, wider, limits, onKeep, onWatch }: Props = $props();
</script>

<p class="flex flex-wrap items-baseline gap-x-3 gap-y-1 border-b bg-wash px-4 py-1.5 print:hidden">
	<span class="min-w-0 break-words"
		><span class="font-semibold" data-found>{number(count)}</span>
		{count === 1 ? 'record' : 'records'} of {index.name}
		{title.before}
		{#if title.isHeading}<HeadingText label={title.name} />{:else}{title.name}{/if}
		{title.after}</span
	>
	<span class="ml-auto flex shrink-0 gap-1 text-xs">
		{#if limits}<WordSwitch
				harmless
				on={limits.on}
				more="Only what the limits of this index leave"
				onChange={limits.turn}>within the limits</WordSwitch
			>{/if}
		<button data-changes class="quiet-action border !py-0" disabled={count === 0} onclick={onKeep}
			>Keep as a run</button
		>
		<button data-changes class="quiet-action border !py-0" onclick={onWatch}>Watch</button>
		{#if wider}<a class="quiet-action border !py-0" href={wider}>One step wider</a>{/if}
		<a class="quiet-action border !py-0" href={back.at}>{back.says}</a>
		<a class="quiet-action !py-0" href={whole}>All that the strategy finds</a>
	</span>
</p>
