<script lang="ts">
	import type { StrategyView } from '$lib/server/search';
	import type { IndexSummary } from '$lib/server/vocabulary';

	/** What only paper needs of a strategy: its texts in full, which on the screen stand in fields of their own. */
	let { view, index }: { view: StrategyView; index: IndexSummary } = $props();
	const texts = $derived([
		['As CQL', view.cql],
		[`For ${index.name}’s search box`, view.dialect.blocks.text]
	]);
</script>

<div class="hidden print:block">
	{#each texts as [title, text] (title)}
		{#if text}
			<h2 class="mt-4 mb-1 font-semibold">{title}</h2>
			<pre class="border p-2 text-xs break-words whitespace-pre-wrap">{text}</pre>
		{/if}
	{/each}
</div>
