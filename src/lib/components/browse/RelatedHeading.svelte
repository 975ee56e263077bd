<script lang="ts">
	import type { Concept } from '$core/crosswalk';
	import type { HeadingLine } from '$lib/server/browse';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { recordsAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { pickFor, togglePick } from '../inquiry/picking';
	import HeadingText from '../marks/HeadingText.svelte';
	import Count from '../parts/Count.svelte';
	import PickMark from '../marks/PickMark.svelte';

	/** A heading beside the one in hand: how many records it is on, its pick, and its mark. */
	interface Props {
		heading: HeadingLine;
		index: IndexSummary;
		concept: Concept | undefined;
		href: string;
	}
	let { heading, index, concept, href }: Props = $props();
	const store = $derived(useInquiry()());
	const pick = $derived(pickFor(store, concept, index.code, [heading]));
	const isMarked = $derived(store.isMarked(index.code, [heading]));
</script>

<li class="group flex items-center gap-2 rounded py-0.5" class:bg-wash={isMarked}>
	<PickMark
		name={heading.label}
		concept={concept?.name}
		picked={pick !== undefined && pick.role !== 'rejected'}
		rejected={pick?.role === 'rejected'}
		onToggle={() => togglePick(store, concept, index, [heading])}
	/>
	<a class="min-w-0 truncate text-[14.5px] hover:underline" {href}
		><HeadingText label={heading.label} retired={heading.retired} /></a
	>
	{#if index.records > 0}<span class="shrink-0 text-xs text-quiet"
			><Count
				n={heading.recordCount}
				at={recordsAt(placeOf(store), index.code, { heading: { id: heading.id } })}
				after={heading.recordCount === 1 ? ' record' : ' records'}
				says="with {heading.label}"
				aside
			/></span
		>{/if}
	<button
		data-changes
		class="quiet-action ml-auto !px-1.5 !py-0 text-xs {isMarked
			? ''
			: 'opacity-0 group-hover:opacity-100 focus-visible:opacity-100'}"
		aria-pressed={isMarked}
		onclick={() => store.mark(index.code, [heading])}
		>{isMarked ? 'marked' : 'mark'}<span class="sr-only">: {heading.label}</span></button
	>
</li>
