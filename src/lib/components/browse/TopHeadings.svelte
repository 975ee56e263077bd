<script lang="ts">
	import { counted, number } from '../parts/numbers';
	import type { HeadingLine } from '$lib/server/browse';
	import { displayAt, lineageAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import HeadingText from '../marks/HeadingText.svelte';
	import { mayMend } from '../vocabulary-edit/mender.svelte';
	import TypeHeadings from '../vocabulary-edit/TypeHeadings.svelte';
	import IndexMark from '../marks/IndexMark.svelte';

	/** Where to begin without a word: the largest top headings of each index. */
	let { tops }: { tops: { code: string; headings: HeadingLine[] }[] } = $props();
	const store = $derived(useInquiry()());
	const place = $derived(placeOf(store));
	/** The index into which headings are typed. */
	let typing = $state<string>();
</script>

<div class="min-h-0 flex-1 overflow-auto">
	<p class="px-4 pt-5 pb-3 text-base">
		Type a word in the field above to look it up in every index at once, or begin at a top heading.
	</p>
	<div class="grid auto-cols-fr grid-flow-col border-t max-md:grid-flow-row">
		{#each store.columns as index (index.code)}
			{@const headings = tops.find(({ code }) => code === index.code)?.headings ?? []}
			<section class="border-r p-4 last:border-r-0" aria-label={index.name}>
				<h2 class="mb-2 flex items-center gap-2">
					<IndexMark {index} size={22} /><span class="font-semibold">{index.name}</span>
					<span class="text-quiet">{index.discipline}</span>
				</h2>
				{#if index.edition}
					<p class="mb-2 -ml-2">
						{#each index.hierarchical ? ['hierarchical', 'alphabetical', 'permuted'] : ['alphabetical', 'permuted'] as display (display)}
							<a class="quiet-action" href={displayAt(place, index.code, display)}>{display}</a>
						{/each}
					</p>
					<p class="mb-2 text-xs text-quiet">
						{number(index.headings)}
						{index.headingNoun}, {counted(index.entryTerms, 'entry term')}, edition {index.edition}
					</p>
				{:else}
					<p class="text-quiet">No vocabulary is loaded yet.</p>
				{/if}
				{#if mayMend(index)}
					{#if typing === index.code}
						<TypeHeadings {index} onDone={() => (typing = undefined)} />
					{:else}
						<button class="quiet-action mb-2 -ml-2" onclick={() => (typing = index.code)}
							>Type headings</button
						>
					{/if}
				{/if}
				<ul>
					{#each headings as heading (heading.id)}
						<li class="flex items-baseline gap-2 py-0.5">
							<a class="text-[15px] hover:underline" href={lineageAt(place, index.code, heading.id)}
								><HeadingText label={heading.label} /></a
							>
							<span class="ml-auto text-xs text-quiet"
								>{heading.belowCount > 0 ? `${number(heading.belowCount)} below` : ''}</span
							>
						</li>
					{/each}
				</ul>
			</section>
		{/each}
	</div>
</div>
