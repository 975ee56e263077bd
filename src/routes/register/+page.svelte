<script lang="ts">
	import { Asking } from '$lib/components/people/asking.svelte';
	import EntryForm from '$lib/components/people/EntryForm.svelte';
	import MailField from '$lib/components/people/MailField.svelte';
	import EntryPage from '$lib/components/people/EntryPage.svelte';
	import NamePassword from '$lib/components/people/NamePassword.svelte';

	const asking = new Asking();
	let name = $state('');
	let email = $state('');
	let password = $state('');
	let isSent = $state(false);

	async function register() {
		isSent = (await asking.send('/account/register', { name, email, password })) !== undefined;
	}
</script>

<EntryPage title="Make an account">
	{#if isSent}
		<p role="status">
			A message was sent to {email}, if it has no account yet. Open the link in it within two hours; then you
			can sign in.
		</p>
	{:else}
		<EntryForm {asking} does="Make the account" onSend={register}>
			<MailField says="A link is sent to it. Nobody else sees it but administrators." bind:value={email} />
			<NamePassword bind:name bind:password />
		</EntryForm>
	{/if}
	{#snippet elsewhere()}<p><a class="underline decoration-dotted" href="/sign-in">Sign in</a></p>{/snippet}
</EntryPage>
