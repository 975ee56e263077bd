<script lang="ts">
	import type { IndexSummary } from '$lib/server/vocabulary';
	import IndexMark from '../marks/IndexMark.svelte';

	/** An index above its column, and how many of its cells have come to a decision. */
	let { index, decided, of }: { index: IndexSummary; decided: number; of: number } = $props();
</script>

<div role="columnheader" class="sticky top-0 z-[5] border-b bg-paper px-3 pt-2 pb-1.5">
	<span class="flex items-center gap-2">
		<IndexMark {index} size={20} />
		<span class="font-semibold">{index.name}</span>
		<span class="truncate text-quiet">{index.discipline}</span>
		<span class="ml-auto shrink-0 text-xs text-quiet"
			>{decided}/{of}<span class="sr-only"> cells decided</span></span
		>
	</span>
	<span class="mt-1 block h-0.5 bg-shade" aria-hidden="true">
		<span class="block h-0.5 bg-lichen" style="width: {of ? (100 * decided) / of : 0}%"></span>
	</span>
</div>
