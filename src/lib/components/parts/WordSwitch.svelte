<script lang="ts">
	import type { Snippet } from 'svelte';
	import Hint from './Hint.svelte';
	import { useReadingOnly } from './reading-only';

	/** A switch that is a word: set when it stands on the wash, off when it is quiet. */
	interface Props {
		on: boolean;
		/** More about what it does. */
		more?: string;
		onChange: (on: boolean) => void;
		/** It changes nothing that is kept, so that whoever only reads may turn it. */
		harmless?: boolean;
		children: Snippet;
	}
	let { on, more, onChange, harmless = false, children }: Props = $props();
	const readsOnly = useReadingOnly();
</script>

{#snippet word(hinted: Record<string, unknown> = {})}
	<button
		{...hinted}
		type="button"
		role="switch"
		aria-checked={on}
		disabled={!harmless && readsOnly()}
		class="min-h-6 rounded px-1.5 py-px text-quiet hover:bg-shade aria-checked:bg-wash aria-checked:font-semibold aria-checked:text-lichen-deep"
		onclick={() => onChange(!on)}>{@render children()}</button
	>
{/snippet}

{#if more}<Hint says={more}>{#snippet children(hinted)}{@render word(hinted)}{/snippet}</Hint
	>{:else}{@render word()}{/if}
