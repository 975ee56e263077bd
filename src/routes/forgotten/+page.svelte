<script lang="ts">
	import { Asking } from '$lib/components/people/asking.svelte';
	import EntryForm from '$lib/components/people/EntryForm.svelte';
	import MailField from '$lib/components/people/MailField.svelte';
	import EntryPage from '$lib/components/people/EntryPage.svelte';

	const asking = new Asking();
	let email = $state('');
	let isSent = $state(false);

	async function send() {
		isSent = (await asking.send('/account/forgotten', { email })) !== undefined;
	}
</script>

<EntryPage title="A new password">
	{#if isSent}
		<p role="status">
			If there is an account under {email}, a link was sent to it. It is good for two hours.
		</p>
	{:else}
		<EntryForm {asking} does="Send a link" onSend={send}>
			<MailField bind:value={email} />
		</EntryForm>
	{/if}
	{#snippet elsewhere()}<p><a class="underline decoration-dotted" href="/sign-in">Sign in</a></p>{/snippet}
</EntryPage>
