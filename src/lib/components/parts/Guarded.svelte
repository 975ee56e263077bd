<script lang="ts">
	import type { Snippet } from 'svelte';
	import FailedPart from './FailedPart.svelte';

	/** A part of a page that fails alone: where it cannot be drawn it says so, and the rest of the page stands. */
	let { name, children }: { name: string; children: Snippet } = $props();
</script>

<svelte:boundary onerror={(error) => console.error(`${name} could not be drawn`, error)}>
	{@render children()}
	{#snippet failed(_, reset)}<FailedPart {name} {reset} />{/snippet}
</svelte:boundary>
