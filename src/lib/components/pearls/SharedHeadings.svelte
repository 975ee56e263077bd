<script lang="ts">
	import { Asked } from '$lib/client/asked.svelte';
	import type { SharedHeading } from '$lib/server/reading';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { lineageAt } from '../inquiry/addresses';
	import { currentConcept, placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { pickFor, togglePick } from '../inquiry/picking';
	import HeadingText from '../marks/HeadingText.svelte';
	import { counted, signed } from '../parts/numbers';

	/** The headings that pearls of an index share, with what each would add to the concept in hand; Space picks it. */
	let { index }: { index: IndexSummary } = $props();
	const store = $derived(useInquiry()());
	const concept = $derived(currentConcept(store));
	const asked = new Asked<SharedHeading[]>(() =>
		concept
			? `/inquiry/${store.id}/pearls/headings/${index.code}?concept=${concept.id}&at=${store.followed}`
			: undefined
	);
	/** A few tell most; the rest is a press away. */
	const FEW = 8;
	let whole = $state(false);
	const all = $derived(asked.value ?? []);
	const shown = $derived(whole ? all : all.slice(0, FEW));
	/** The concept that has it already, if any. */
	const pickedFor = (heading: SharedHeading) =>
		store.concepts.find(({ id }) =>
			store.cells
				.at(id, index.code)
				.picks.some(
					({ role, headings }) =>
						role !== 'rejected' && headings.length === 1 && headings[0].uri === heading.uri
				)
		);
</script>

{#if all.length > 0 && concept}
	<h2 class="border-y bg-shade px-3 py-1 text-xs text-quiet">
		{index.headingNoun} that pearls share, and what each would add to {concept.name}
	</h2>
	<ul>
		{#each shown as heading (heading.uri)}
			{@const elsewhere = pickedFor(heading)}
			{@const picked = pickFor(store, concept, index.code, [heading])?.role === 'searched'}
			<li class="flex items-baseline gap-2 border-t px-3 py-1 first:border-t-0">
				<button
					data-changes
					class="w-4 shrink-0 text-center"
					data-shared
					aria-pressed={picked}
					aria-label="{picked ? 'Take back' : 'Pick'} {heading.label} for {concept.name}"
					disabled={heading.id === null}
					onclick={() => togglePick(store, concept, index, [heading])}>{picked ? '●' : '○'}</button
				>
				<span class="min-w-0">
					{#if heading.id}<a class="hover:underline" href={lineageAt(placeOf(store), index.code, heading.id)}
							><HeadingText label={heading.label} /></a
						>{:else}<HeadingText label={heading.label} retired />{/if}
					<span class="block text-xs text-quiet"
						>on {counted(heading.pearls, 'pearl')}{heading.missed > 0 ? `, ${heading.missed} missed` : ''} and {counted(
							heading.all,
							'record'
						)}{elsewhere && elsewhere.id !== concept.id ? ` · picked for ${elsewhere.name}` : ''}</span
					>
				</span>
				<span class="ml-auto shrink-0 text-right text-xs"
					>{heading.adds === null ? 'not searched' : signed(heading.adds)}</span
				>
			</li>
		{/each}
	</ul>
	{#if all.length > FEW}<button class="quiet-action mx-1 !py-0.5 text-xs" onclick={() => (whole = !whole)}
			>{whole ? 'Fewer' : `All ${all.length}`}</button
		>{/if}
{/if}
