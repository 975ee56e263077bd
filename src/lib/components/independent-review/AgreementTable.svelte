<script lang="ts">
	import type { CellsCompared } from '$core/crosswalk';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import IndexMark from '../marks/IndexMark.svelte';

	/** How far two agree, by concept and index and in all. */
	let { compared, names }: { compared: CellsCompared; names: readonly [string, string] } = $props();
	const store = $derived(useInquiry()());
	type Shown = CellsCompared['all'] | undefined;
	const concepts = $derived(store.concepts.filter(({ id }) => id in compared.byConcept));
	const indexes = $derived(store.columns.filter(({ code }) => code in compared.byIndex));
</script>

{#snippet figure(own: Shown)}
	{#if !own}<span class="sr-only">not decided apart</span>
	{:else if own.share === null}<span class="text-quiet">no heading</span>
	{:else}
		<span class="block font-medium">{Math.round(100 * own.share)} %</span>
		<span class="block text-xs text-quiet"
			>{own.both} both, {own.alone[0]} <span class="sr-only">{names[0]} alone</span><span aria-hidden="true"
				>·</span
			>
			{own.alone[1]}<span class="sr-only"> {names[1]} alone</span></span
		>
	{/if}
{/snippet}

<div class="overflow-x-auto">
	<table class="border-collapse">
		<caption class="pb-1 text-left text-quiet">
			Twice what both search, of all that each searches. Below it: how many headings both have, then {names[0]}
			alone · {names[1]} alone.
		</caption>
		<thead>
			<tr>
				<td></td>
				{#each indexes as index (index.code)}
					<th scope="col" class="px-3 py-1 text-left font-medium"
						><span class="flex items-center gap-2"><IndexMark {index} size={16} />{index.name}</span></th
					>
				{/each}
				<th scope="col" class="px-3 py-1 text-left font-medium">In all</th>
			</tr>
		</thead>
		<tbody class="divide-y border-y">
			{#each concepts as concept (concept.id)}
				<tr>
					<th scope="row" class="py-1 pr-3 text-left font-medium">{concept.name}</th>
					{#each indexes as index (index.code)}
						<td class="px-3 py-1">{@render figure(compared.byCell[`${concept.id}:${index.code}`])}</td>
					{/each}
					<td class="px-3 py-1">{@render figure(compared.byConcept[concept.id])}</td>
				</tr>
			{/each}
			<tr>
				<th scope="row" class="py-1 pr-3 text-left font-medium">In all</th>
				{#each indexes as index (index.code)}
					<td class="px-3 py-1">{@render figure(compared.byIndex[index.code])}</td>
				{/each}
				<td class="px-3 py-1">{@render figure(compared.all)}</td>
			</tr>
		</tbody>
	</table>
</div>
