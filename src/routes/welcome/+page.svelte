<script lang="ts">
	import { Asking } from '$lib/components/people/asking.svelte';
	import EntryForm from '$lib/components/people/EntryForm.svelte';
	import MailField from '$lib/components/people/MailField.svelte';
	import EntryPage from '$lib/components/people/EntryPage.svelte';
	import NamePassword from '$lib/components/people/NamePassword.svelte';

	let { data } = $props();
	const asking = new Asking();
	const isFirst = $derived(data.email === '');
	let name = $state('');
	let email = $state('');
	let password = $state('');

	async function come() {
		const body = { key: data.key, name, password, ...(isFirst && { email }) };
		if (await asking.send('/account/welcome', body)) location.assign('/');
	}
</script>

<EntryPage title="Welcome to Oakmoss">
	{#if isFirst}
		<p>
			You become the first administrator: you invite others, and say what they may do. All that was made here
			before is yours.
		</p>
	{:else}
		<p>You are invited as {data.role}, under {data.email}.</p>
	{/if}
	<EntryForm {asking} does="Begin" onSend={come}>
		{#if isFirst}
			<MailField label="Email" bind:value={email} />
		{/if}
		<NamePassword bind:name bind:password />
	</EntryForm>
</EntryPage>
