<script lang="ts">
	import Typed from './Typed.svelte';

	/** The address under which a person signs in. */
	interface Props {
		label?: string;
		says?: string;
		value: string;
	}
	let { label = 'Email', says, value = $bindable() }: Props = $props();
</script>

<Typed name="email" {label} {says} type="email" autocomplete="username" required maxlength={254} bind:value />
