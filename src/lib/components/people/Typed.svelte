<script lang="ts">
	import type { HTMLInputAttributes } from 'svelte/elements';

	/** A field with its name above it, and what is to be known of it below. */
	interface Props extends HTMLInputAttributes {
		name: string;
		label: string;
		value: string;
		says?: string;
	}
	let { name, label, value = $bindable(), says, ...rest }: Props = $props();
</script>

<div>
	<label class="block font-medium" for={name}>{label}</label>
	<input
		id={name}
		{name}
		class="field mt-1 w-full"
		aria-describedby={says ? `${name}-says` : undefined}
		bind:value
		{...rest}
	/>
	{#if says}<p id="{name}-says" class="mt-1 text-xs text-quiet">{says}</p>{/if}
</div>
