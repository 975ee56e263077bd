<script lang="ts">
	import type { Snippet } from 'svelte';

	/** A switch that is a word: set when it stands on the wash, off when it is quiet. */
	interface Props {
		on: boolean;
		/** More about what it does. */
		title?: string;
		onChange: (on: boolean) => void;
		children: Snippet;
	}
	let { on, title, onChange, children }: Props = $props();
</script>

<button
	type="button"
	role="switch"
	aria-checked={on}
	{title}
	class="min-h-6 rounded px-1.5 py-px text-quiet hover:bg-shade aria-checked:bg-wash aria-checked:font-semibold aria-checked:text-lichen-deep"
	onclick={() => onChange(!on)}>{@render children()}</button
>
