<script lang="ts">
	/** How far a file is that is sent or read, and the way to stop it. */
	interface Props {
		/** It has arrived and is read; sent before that. */
		reading: boolean;
		/** Of the file. */
		name: string;
		/** From 0 to 1. */
		share: number;
		onCancel: () => void;
	}
	let { reading, name, share, onCancel }: Props = $props();
</script>

<div class="min-w-56" role="status">
	<p>
		{#if reading && share >= 1}Storing {name}
		{:else}{reading ? 'Reading' : 'Sending'} {name}, {Math.round(share * 100)} %{/if}
	</p>
	<progress class="w-full" max="1" value={share} aria-label="How far the import is"></progress>
</div>
<button type="button" class="quiet-action" onclick={onCancel}>Cancel</button>
