<script lang="ts">
	import Typed from './Typed.svelte';

	/** A password that a person chooses. */
	interface Props {
		label: string;
		says: string;
		value: string;
	}
	let { label, says, value = $bindable() }: Props = $props();
</script>

<Typed
	name="password"
	{label}
	says="10 characters or more{says}"
	type="password"
	autocomplete="new-password"
	required
	minlength={10}
	maxlength={200}
	bind:value
/>
