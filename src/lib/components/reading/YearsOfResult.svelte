<script lang="ts">
	import { page } from '$app/state';
	import type { ComposedDimension } from '$lib/server/reading';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import YearsChart from '../charts/YearsChart.svelte';
	import HeadingText from '../marks/HeadingText.svelte';
	import { filteredAt } from '../inquiry/addresses';

	/** The years of a result as a picture, with the year from which the headings picked here can be found marked. */
	let { dimension, index }: { dimension: ComposedDimension; index: IndexSummary } = $props();
	const years = $derived(dimension.values.map(({ value }) => Number(value)));
	const introduced = $derived(dimension.introduced ?? []);
	const from = $derived(Math.min(...years));
	const counts = $derived.by(() => {
		const all = Array.from({ length: Math.max(...years) - from + 1 }, () => 0);
		for (const { value, count } of dimension.values) all[Number(value) - from] = count;
		return all;
	});
	const at = (year: number) => filteredAt(page.url, { by: 'year', how: 'any', values: [String(year)] });
</script>

{#if years.length > 1}
	<div class="py-3">
		<YearsChart
			{from}
			series={[{ name: 'Records', counts }]}
			label="Records of {index.name} by year"
			marks={introduced.map(({ year }) => year)}
			{at}
		>
			{#if introduced.length > 0}<p class="text-xs text-quiet">
					<span class="text-warn" aria-hidden="true">┆</span> picked {index.headingNoun} came in: {#each introduced as { year, labels }, i (year)}{i >
						0
							? '; '
							: ''}{year}
						{#each labels as label, j (label)}{j > 0 ? ', ' : ''}<HeadingText {label} />{/each}{/each}
				</p>{/if}
		</YearsChart>
	</div>
{/if}
