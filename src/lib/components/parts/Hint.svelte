<script lang="ts">
	import { Tooltip } from 'bits-ui';
	import type { Snippet } from 'svelte';

	/** The one hint: more about a control, seen when the pointer or the keys are on it, and read out with it. */
	interface Props {
		says: string;
		/** The control. It takes these attributes. */
		children: Snippet<[Record<string, unknown>]>;
	}
	let { says, children }: Props = $props();
</script>

<Tooltip.Provider delayDuration={400}>
	<Tooltip.Root>
		<Tooltip.Trigger>
			{#snippet child({ props })}{@render children(props)}{/snippet}
		</Tooltip.Trigger>
		<Tooltip.Portal>
			<Tooltip.Content
				class="z-[70] max-w-64 rounded border bg-leaf px-2 py-1 text-xs text-ink"
				sideOffset={4}
				side="bottom">{says}</Tooltip.Content
			>
		</Tooltip.Portal>
	</Tooltip.Root>
</Tooltip.Provider>
