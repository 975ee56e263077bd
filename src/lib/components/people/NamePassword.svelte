<script lang="ts">
	import Typed from './Typed.svelte';

	/** How a person is called, and a password they choose. */
	let { name = $bindable(), password = $bindable() }: { name: string; password: string } = $props();
</script>

<Typed
	name="name"
	label="Your name"
	autocomplete="name"
	required
	maxlength={100}
	says="Others see it beside what you decide."
	bind:value={name}
/>
<Typed
	name="password"
	label="A password"
	type="password"
	autocomplete="new-password"
	required
	minlength={10}
	maxlength={200}
	says="10 characters or more; a few words do well."
	bind:value={password}
/>
