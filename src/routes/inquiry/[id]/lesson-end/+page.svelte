<script lang="ts">
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import SideOfCell from '$lib/components/lessons/SideOfCell.svelte';
	import { counted, number } from '$lib/components/parts/numbers';

	/** The end of a lesson: one's own crosswalk and searches beside those of its author. */
	let { data } = $props();
	const store = $derived(useInquiry()());
	const { outcome } = $derived(data);
	const same = $derived(outcome.cells.filter(({ isSame }) => isSame).length);
	const count = (found: { count: number | null }) =>
		found.count === null ? 'cannot be run' : number(found.count);
</script>

<svelte:head><title>The end of {outcome.title} · Oakmoss</title></svelte:head>

<!-- svelte-ignore a11y_no_noninteractive_tabindex (what scrolls must be reached by the keys that scroll it) -->
<div class="min-h-0 flex-1 overflow-auto" tabindex="0" role="region" aria-label="The end of the lesson">
	<div class="mx-auto max-w-5xl p-6">
		<h1 class="mb-1 text-lg font-semibold">{outcome.title}: yours beside the author’s</h1>
		<p class="mb-4 text-quiet">
			{#if outcome.cells.length > 0}{same} of {counted(outcome.cells.length, 'cell')} the same{#if outcome.agreement.share !== null};
					{Math.round(100 * outcome.agreement.share)} of 100 headings searched by both{/if}. Where you differ,
				neither need be wrong: read the reasons.{/if}
			<button class="quiet-action print:hidden" onclick={() => window.print()}>Print</button>
		</p>
		<table class="mb-6 w-full">
			<thead
				><tr class="border-b text-left text-quiet"
					><th class="py-1 pr-3 font-normal">Strategy</th><th class="pr-3 text-right font-normal">yours</th
					><th class="pr-3 text-right font-normal">the author’s</th><th class="pr-3 text-right font-normal"
						>pearls you find</th
					><th class="text-right font-normal">the author finds</th></tr
				></thead
			>
			<tbody>
				{#each outcome.strategies as { index, of, author, learner } (index)}
					<tr class="border-b">
						<th class="py-1 pr-3 text-left font-normal">{store.indexName(index)}</th>
						<td class="pr-3 text-right">{count(learner)}</td>
						<td class="pr-3 text-right">{count(author)}</td>
						<td class="pr-3 text-right">{of === 0 ? '–' : `${learner.pearls} of ${of}`}</td>
						<td class="text-right">{of === 0 ? '–' : `${author.pearls} of ${of}`}</td>
					</tr>
				{/each}
			</tbody>
		</table>
		<table class="w-full table-fixed">
			<thead
				><tr class="border-b text-left text-quiet"
					><th class="w-44 py-1 pr-3 font-normal">Cell</th><th class="pr-3 font-normal">yours</th><th
						class="font-normal">the author’s</th
					></tr
				></thead
			>
			<tbody>
				{#each outcome.cells as { concept, index, author, learner, isSame } (`${concept} ${index}`)}
					<tr class="border-b align-top">
						<th class="py-1.5 pr-3 text-left font-normal"
							>{concept}<span class="block text-xs text-quiet"
								>{store.indexName(index)}{isSame ? ': the same' : ''}</span
							></th
						>
						<td class="py-1.5 pr-3"><SideOfCell side={learner} /></td>
						<td class="py-1.5"><SideOfCell side={author} /></td>
					</tr>
				{:else}<tr><td colspan="3" class="py-3 text-quiet">Neither of you has decided a cell.</td></tr>
				{/each}
			</tbody>
		</table>
		{#if outcome.others.length > 0}<p class="mt-4 text-quiet">
				Concepts that only you have: {outcome.others.join(', ')}.
			</p>{/if}
	</div>
</div>
