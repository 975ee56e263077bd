<script lang="ts">
	import { Asking } from '$lib/components/people/asking.svelte';
	import EntryPage from '$lib/components/people/EntryPage.svelte';
	import NamePassword from '$lib/components/people/NamePassword.svelte';
	import Typed from '$lib/components/people/Typed.svelte';

	let { data } = $props();
	const asking = new Asking();
	const isFirst = $derived(data.email === '');
	let name = $state('');
	let email = $state('');
	let password = $state('');

	async function come(event: SubmitEvent) {
		event.preventDefault();
		const body = { key: data.key, name, password, ...(isFirst && { email }) };
		if (await asking.send('/account/welcome', body)) location.assign('/');
	}
</script>

<EntryPage title="Welcome to Oakmoss">
	{#if isFirst}
		<p>
			You become the first administrator: you ask others in, and say what they may do. All that was made here
			before is yours.
		</p>
	{:else}
		<p>You are asked in as {data.role}, under {data.email}.</p>
	{/if}
	<form class="space-y-4" onsubmit={come}>
		{#if isFirst}
			<Typed
				name="email"
				label="Your address of mail"
				type="email"
				autocomplete="username"
				required
				maxlength={254}
				bind:value={email}
			/>
		{/if}
		<NamePassword bind:name bind:password />
		{#if asking.problem}<p class="text-warn" role="alert">{asking.problem}</p>{/if}
		<button class="action" disabled={asking.busy}>Begin</button>
	</form>
</EntryPage>
