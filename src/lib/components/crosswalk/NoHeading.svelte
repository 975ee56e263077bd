<script lang="ts">
	import { wordsOfConcept } from '$core/crosswalk';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import FreeWord from '../marks/FreeWord.svelte';

	/** The decision that an index has no heading for a concept: taking it, and showing it once taken. */
	let {
		conceptId,
		indexCode,
		tried = []
	}: { conceptId: string; indexCode: string; tried?: string[] } = $props();
	const store = $derived(useInquiry()());
	const content = $derived(store.cells.at(conceptId, indexCode));
	const index = $derived(store.indexes.find(({ code }) => code === indexCode));

	function decide(note?: string) {
		const given = tried.filter(Boolean);
		const words = wordsOfConcept(store.inquiry, conceptId).map(({ text }) => text);
		store.send(
			{
				kind: 'cell.noHeading',
				conceptId,
				indexCode,
				edition: index?.edition ?? '',
				tried: note === undefined ? (given.length > 0 ? given : words) : [],
				...(note !== undefined && { note })
			},
			{ quiet: note !== undefined }
		);
	}
</script>

{#if content.state === 'noHeading' && content.cell}
	{@const { tried: words, edition, note } = content.cell}
	<p>
		<span class="font-medium">No heading here</span>
		{#if words.length > 0}
			<span class="text-quiet">
				in edition {edition}; tried
				{#each words as word, i (word)}{i > 0 ? ', ' : ''}<FreeWord text={word} />{/each}
			</span>
		{/if}
	</p>
	<p class="text-xs text-quiet">Its words stand in for it as free text.</p>
	<label class="mt-1 block">
		<span class="sr-only">Note on there being no heading</span>
		<textarea
			data-writes
			class="field w-full resize-y text-xs"
			rows={note.length > 60 ? 2 : 1}
			placeholder="Why"
			value={note}
			onchange={(event) => decide(event.currentTarget.value)}></textarea>
	</label>
	<button
		data-changes
		class="quiet-action mt-1 -ml-2"
		onclick={() => store.send({ kind: 'cell.reopen', conceptId, indexCode })}>Reopen</button
	>
{:else if content.state === 'undecided'}
	<button data-changes class="quiet-action -ml-2" onclick={() => decide()}>Decide: no heading here</button>
{/if}
