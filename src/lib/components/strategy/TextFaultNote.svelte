<script lang="ts">
	import type { TextFault } from '$lib/server/search';

	/** What is wrong with a text, and where. */
	interface Props {
		fault: TextFault;
		/** It is the text that is kept, not one that is being typed. */
		kept: boolean;
		onGoTo: (position: number) => void;
	}
	let { fault, kept, onGoTo }: Props = $props();
</script>

<div class="mt-1 rounded bg-warn-wash px-2 py-1 text-xs text-warn" role="alert">
	<p>
		<button class="underline" onclick={() => onGoTo(fault.position)}>At character {fault.position + 1}</button
		>: {fault.message}
	</p>
	{#if fault.expected.length > 0}
		<p>Expected: {fault.expected.slice(0, 6).join(', ')}.</p>
	{/if}
	{#if kept}<p>The blocks show the crosswalk’s strategy until this is fixed.</p>{/if}
</div>
