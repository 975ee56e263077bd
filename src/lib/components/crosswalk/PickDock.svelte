<script lang="ts">
	import type { Concept } from '$core/crosswalk';
	import type { IndexSummary } from '$lib/server/vocabulary';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import CellPicks from './CellPicks.svelte';
	import NoHeading from './NoHeading.svelte';

	/** The picks of the current cell at the bottom edge, where they can be set. */
	let { concept, index, tried }: { concept: Concept; index: IndexSummary; tried: string } = $props();
	const store = $derived(useInquiry()());
</script>

<footer
	class="grid max-h-52 shrink-0 grid-cols-[auto_1fr] items-start gap-x-6 overflow-y-auto border-t bg-leaf px-4 py-2"
	aria-label="Picks for {concept.name} in {index.name}"
>
	<p class="pt-2">
		<span class="font-semibold">{concept.name}</span> <span class="text-quiet">in {index.name}</span>
	</p>
	<div>
		<CellPicks conceptId={concept.id} indexCode={index.code} full />
		{#if store.cells.at(concept.id, index.code).state !== 'picks'}
			<NoHeading conceptId={concept.id} indexCode={index.code} tried={tried ? [tried] : []} />
		{/if}
	</div>
</footer>
