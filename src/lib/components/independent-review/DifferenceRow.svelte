<script lang="ts">
	import type { Snippet } from 'svelte';

	/** One difference: what it is about, what each decided, and what it was settled as. */
	interface Props {
		id: string;
		names: readonly [string, string];
		/** What it is about. */
		about: Snippet;
		/** What each decided, in words. */
		says: readonly [string, string];
		settled: string | undefined;
		/** Whether it can also be left out. */
		canLeave: boolean;
		mayChange: boolean;
		onSettle: (side: 0 | 1 | undefined) => void;
	}
	let { id, names, about, says, settled, canLeave, mayChange, onSettle }: Props = $props();
</script>

<li
	class="grid grid-cols-[minmax(0,2fr)_minmax(0,1fr)_minmax(0,1fr)_6.5rem] items-start gap-3 py-1.5 max-md:grid-cols-1"
>
	<button
		class="-mx-2 px-2 text-left hover:bg-shade focus-visible:bg-shade"
		data-difference={id}
		aria-describedby="settled-{id}"
	>
		{@render about()}
		<span id="settled-{id}" class="block text-xs text-quiet">{settled ?? 'not settled yet'}</span>
	</button>
	{#each [0, 1] as const as side (side)}
		<span>
			<span class="block {settled ? 'text-quiet' : ''}">{says[side]}</span>
			{#if mayChange}
				<button class="quiet-action -ml-2 !py-0" tabindex="-1" onclick={() => onSettle(side)}
					>As {names[side]} <kbd class="key-cap" aria-hidden="true">{side + 1}</kbd></button
				>
			{/if}
		</span>
	{/each}
	{#if mayChange && canLeave}
		<button class="quiet-action justify-self-end !py-0" tabindex="-1" onclick={() => onSettle(undefined)}
			>Leave out <kbd class="key-cap" aria-hidden="true">0</kbd></button
		>
	{/if}
</li>
