<script lang="ts">
	import type { IndexSummary } from '$lib/server/vocabulary';

	/** Asks once more before an index is removed. */
	interface Props {
		index: IndexSummary;
		/** Inquiries that use it. */
		uses: readonly { title: string; picks: number }[];
		onRemove: () => void;
		onKeep: () => void;
	}
	let { index, uses, onRemove, onKeep }: Props = $props();
	let keepIt = $state<HTMLElement>();
	// The keyboard is led to the answer that changes nothing.
	$effect(() => keepIt?.focus());
</script>

<div class="mt-3 max-w-2xl space-y-2 border-l-2 border-warn bg-warn-wash p-3" role="alert">
	{#if uses.length > 0}
		<p>
			{index.name} is used by
			{#each uses as use, i (use.title)}{i > 0 ? ', ' : ''}<span class="font-semibold">{use.title}</span>
				({use.picks}
				{use.picks === 1 ? 'pick' : 'picks'}){/each}. Removing it takes its column out of
			{uses.length === 1 ? 'that crosswalk' : 'those crosswalks'}; the picks are kept and come back with an
			index of the same code.
		</p>
	{:else}
		<p>No inquiry uses {index.name}.</p>
	{/if}
	<p>Its vocabulary and its records are removed from the database and have to be loaded again from files.</p>
	<p class="flex gap-2">
		<button class="action" onclick={onRemove}>Remove {index.name}</button>
		<button class="quiet-action" bind:this={keepIt} onclick={onKeep}>Keep it</button>
	</p>
</div>
