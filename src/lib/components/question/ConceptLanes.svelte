<script lang="ts">
	import type { Concept } from '$core/crosswalk';
	import PicksLine from '../crosswalk/PicksLine.svelte';
	import BriefSuggestions from './BriefSuggestions.svelte';
	import { lanesAt } from '../inquiry/addresses';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import IndexMark from '../marks/IndexMark.svelte';

	/** What each index has for a concept, beside each other: the whole row is decided here. */
	let { concept }: { concept: Concept } = $props();
	const store = $derived(useInquiry()());
	const decided = $derived(
		store.columns.filter(({ code }) => store.cells.at(concept.id, code).state !== 'undecided').length
	);
</script>

<section aria-label="Headings for {concept.name}" class="mt-3 border">
	<p class="flex items-baseline gap-2 border-b px-3 py-1 text-xs text-quiet">
		<span>Headings for {concept.name}: decided in {decided} of {store.columns.length}</span>
		<a class="quiet-action ml-auto !py-0" href={lanesAt({ id: store.id, concept: concept.id }, concept.name)}
			>Look it up in full</a
		>
	</p>
	<div class="grid auto-cols-[minmax(13rem,1fr)] grid-flow-col overflow-x-auto">
		{#each store.columns as index (index.code)}
			<div class="flex min-w-0 flex-col border-r last:border-r-0" data-cell="{concept.id}:{index.code}">
				<h3 class="flex items-center gap-2 border-b px-3 py-1 font-semibold">
					<IndexMark {index} size={18} />{index.name}
				</h3>
				<div class="flex-1 px-3 py-2"><BriefSuggestions {concept} {index} /></div>
				<PicksLine {concept} {index} tried={concept.name} />
			</div>
		{/each}
	</div>
</section>
