<script lang="ts">
	import type { IndexSummary } from '$lib/server/vocabulary';
	import KnownLine from './KnownLine.svelte';

	/** What the name in hand is known for in the whole index. */
	let { index, by, value }: { index: IndexSummary; by: string; value: { key: string; value: string } } =
		$props();
</script>

<p class="min-h-9 border-t bg-leaf px-4 py-2" data-known>
	<span class="font-semibold">{value.value}</span> in {index.name}:
	<KnownLine {index} {by} value={value.key} />
</p>
