<script lang="ts">
	import type { SideOfCell } from '$core/teaching';
	import HeadingText from '../marks/HeadingText.svelte';

	/** What one of two has in a cell, with the reasons. */
	let { side }: { side: SideOfCell } = $props();
</script>

{#each side.picks as { says, note } (says)}
	<p>
		<HeadingText label={says} />{#if note}<span class="block text-xs text-quiet">{note}</span>{/if}
	</p>
{/each}
{#each side.rejected as { says, note } (says)}
	<p class="text-quiet">
		<HeadingText label={says} retired /> rejected{#if note}<span class="block text-xs">{note}</span>{/if}
	</p>
{/each}
{#if side.noHeading}<p>no heading here</p>{/if}
{#if side.note}<p class="text-xs text-quiet">{side.note}</p>{/if}
{#if side.picks.length === 0 && !side.noHeading}<p class="text-quiet">undecided</p>{/if}
