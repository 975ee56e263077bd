<script lang="ts">
	import { cellId, cellState, inOrder } from '$core/crosswalk';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import FreeWord from '../marks/FreeWord.svelte';

	/** The decision that an index has no heading for a concept: taking it, and showing it once taken. */
	let {
		conceptId,
		indexCode,
		tried = []
	}: { conceptId: string; indexCode: string; tried?: string[] } = $props();
	const store = $derived(useInquiry()());
	const state = $derived(cellState(store.inquiry, conceptId, indexCode));
	const cell = $derived(store.inquiry.cells[cellId(conceptId, indexCode)]);
	const index = $derived(store.indexes.find(({ code }) => code === indexCode));
	const words = $derived(inOrder(store.inquiry.words).filter((word) => word.conceptId === conceptId));

	function decide() {
		const edition = index?.edition ?? '';
		const given = tried.filter(Boolean);
		store.send({
			kind: 'cell.noHeading',
			conceptId,
			indexCode,
			edition,
			tried: given.length > 0 ? given : words.map(({ text }) => text)
		});
	}
</script>

{#if state === 'noHeading'}
	<p>
		<span class="font-medium">No heading here</span>
		{#if cell.tried.length > 0}
			<span class="text-quiet">
				in edition {cell.edition}; tried
				{#each cell.tried as word, i (word)}{i > 0 ? ', ' : ''}<FreeWord text={word} />{/each}
			</span>
		{/if}
	</p>
	{#if cell.note}<p class="text-xs text-quiet">{cell.note}</p>{/if}
	<button
		class="quiet-action mt-1 -ml-2"
		onclick={() => store.send({ kind: 'cell.reopen', conceptId, indexCode })}>Reopen</button
	>
{:else if state === 'undecided'}
	<button class="quiet-action -ml-2" onclick={decide}>Decide: no heading here</button>
{/if}
