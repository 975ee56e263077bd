<script lang="ts">
	import Check from '@lucide/svelte/icons/check';
	import ChevronDown from '@lucide/svelte/icons/chevron-down';
	import ChevronRight from '@lucide/svelte/icons/chevron-right';
	import Plus from '@lucide/svelte/icons/plus';
	import HeadingText from '../marks/HeadingText.svelte';
	import { counted, number } from '../parts/numbers';
	import type { Branch } from '../tree/branches';

	/** A row of the hierarchical display, with the lines that lead to it. The tree around it handles keys and presses. */
	interface Props {
		branch: Branch;
		/** Its place among all rows, and how far down that is. */
		at: number;
		start: number;
		inHand: boolean;
		/** At which depths a stem runs on below it. */
		stems: readonly boolean[];
		picked: boolean;
		/** Found by the filter. */
		matched: boolean;
		marked: boolean;
		onFocus: () => void;
	}
	let { branch, at, start, inHand, stems, picked, matched, marked, onFocus }: Props = $props();

	const STEP = 22;
</script>

<div
	role="treeitem"
	tabindex={inHand ? 0 : -1}
	data-at={at}
	data-row={inHand ? '' : undefined}
	aria-level={branch.depth + 1}
	aria-posinset={branch.place}
	aria-setsize={branch.siblings}
	aria-expanded={branch.open}
	aria-selected={picked}
	class:marked
	class:bg-leaf={inHand}
	class="group absolute inset-x-0 flex h-7 items-center gap-2 rounded hover:bg-shade focus-visible:bg-wash"
	style="transform: translateY({start}px); padding-left: {branch.depth * STEP + 6}px"
	onfocus={onFocus}
>
	{#if branch.depth > 0}
		<svg
			class="pointer-events-none absolute top-0 left-0 text-line"
			width={branch.depth * STEP + 8}
			height="28"
			aria-hidden="true"
		>
			<g fill="none" stroke="currentColor" stroke-width="1.4">
				{#each stems as runs, level (level)}
					{#if level > 0 && level < branch.depth && runs}<path d="M{(level - 1) * STEP + 18} 0V28" />{/if}
				{/each}
				<path
					d="M{(branch.depth - 1) * STEP + 18} 0V{stems[branch.depth] ? 28 : 8}M{(branch.depth - 1) * STEP +
						18} 6Q{(branch.depth - 1) * STEP + 18} 14 {(branch.depth - 1) * STEP + 26} 14"
				/>
			</g>
		</svg>
	{/if}
	<span
		data-act={branch.open === undefined ? undefined : 'open'}
		aria-hidden="true"
		class="flex size-5 shrink-0 items-center justify-center rounded text-quiet hover:bg-wash"
		>{#if branch.open}<ChevronDown size={14} />{:else if branch.open === false}<ChevronRight
				size={14}
			/>{/if}</span
	>
	<span
		data-act="pick"
		aria-hidden="true"
		class="flex size-5 shrink-0 items-center justify-center rounded-full border {picked
			? 'border-lichen bg-lichen text-on-lichen'
			: 'border-line text-quiet hover:border-lichen hover:text-lichen-deep'}"
		>{#if picked}<Check size={12} strokeWidth={3} />{:else}<Plus size={12} />{/if}</span
	>
	<span class="truncate text-[14.5px]" class:font-semibold={matched}
		><HeadingText label={branch.heading.label} retired={branch.heading.retired} /></span
	>
	{#if branch.heading.belowCount}<span class="shrink-0 text-xs text-quiet"
			>{number(branch.heading.belowCount)} narrower</span
		>{/if}
	{#if branch.heading.recordCount}<span class="shrink-0 text-xs text-quiet"
			>{branch.heading.belowCount ? '· ' : ''}{counted(branch.heading.recordCount, 'record')}</span
		>{/if}
	<span
		data-act="mark"
		aria-hidden="true"
		class="ml-auto rounded px-1.5 text-xs text-quiet hover:bg-wash {marked
			? ''
			: 'opacity-0 group-hover:opacity-100 group-focus-visible:opacity-100'}"
		>{marked ? 'marked' : 'mark'}</span
	>
</div>

<style>
	.marked {
		background: var(--lichen-wash);
		box-shadow: inset 4px 0 0 var(--lichen);
	}
</style>
