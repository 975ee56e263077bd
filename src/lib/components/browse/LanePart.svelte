<script lang="ts">
	import type { Snippet } from 'svelte';

	/** A part of a lane: what its headings were found by, and the headings; it folds. */
	let { title, count, children }: { title: string; count: number; children: Snippet } = $props();
	let isOpen = $state(true);
</script>

<h3 class="border-y bg-shade text-xs text-quiet">
	<button
		class="flex w-full items-baseline gap-1 px-3 py-1 text-left"
		aria-expanded={isOpen}
		onclick={() => (isOpen = !isOpen)}
	>
		<span aria-hidden="true">{isOpen ? '−' : '+'}</span>
		<span class="min-w-0 flex-1">{title}</span>
		<span>{count}</span>
	</button>
</h3>
{#if isOpen}<ul class="divide-y">{@render children()}</ul>{/if}
