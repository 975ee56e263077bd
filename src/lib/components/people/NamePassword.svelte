<script lang="ts">
	import NewPassword from './NewPassword.svelte';
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
<NewPassword label="A password" says="; a few words do well." bind:value={password} />
