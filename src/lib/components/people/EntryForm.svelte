<script lang="ts">
	import type { Snippet } from 'svelte';
	import type { Asking } from './asking.svelte';

	/** Fields, what went wrong with them, and what they are for. */
	interface Props {
		asking: Asking;
		/** What the button does. */
		does: string;
		onSend: () => void;
		children: Snippet;
	}
	let { asking, does, onSend, children }: Props = $props();
</script>

<form
	class="space-y-4"
	onsubmit={(event) => {
		event.preventDefault();
		onSend();
	}}
>
	{@render children()}
	{#if asking.problem}<p class="text-warn" role="alert">{asking.problem}</p>{/if}
	<button class="action" disabled={asking.busy}>{does}</button>
</form>
