<script lang="ts">
	import Typed from './Typed.svelte';

	/** A password that a person chooses, and whether their tokens end with the old one. */
	interface Props {
		label: string;
		says: string;
		value: string;
		/** Where there may be tokens. */
		endTokens?: boolean;
	}
	let { label, says, value = $bindable(), endTokens = $bindable() }: Props = $props();
</script>

<Typed
	name="password"
	{label}
	says="12 characters or more, and none of those that many choose{says}"
	type="password"
	autocomplete="new-password"
	required
	minlength={12}
	maxlength={200}
	bind:value
/>
{#if endTokens !== undefined}
	<label class="mt-2 flex items-baseline gap-2"
		><input type="checkbox" bind:checked={endTokens} />
		<span>End the tokens of my scripts too, in case somebody else knew the old password</span></label
	>
{/if}
