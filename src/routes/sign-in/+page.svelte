<script lang="ts">
	import { page } from '$app/state';
	import { Asking } from '$lib/components/people/asking.svelte';
	import EntryForm from '$lib/components/people/EntryForm.svelte';
	import MailField from '$lib/components/people/MailField.svelte';
	import EntryPage from '$lib/components/people/EntryPage.svelte';
	import Typed from '$lib/components/people/Typed.svelte';

	let { data } = $props();
	const asking = new Asking();
	let email = $state('');
	let password = $state('');
	const refused = $derived(page.url.searchParams.has('refused'));
	const renewed = $derived(page.url.searchParams.has('renewed'));

	async function signIn() {
		// Everything that was shown before belongs to nobody.
		if (await asking.send('/account/sign-in', { email, password })) location.assign(data.to);
	}

	async function bySingleSignOn() {
		const answer = await asking.send<{ to: string }>('/account/vouched', {});
		if (answer) location.assign(answer.to);
	}
</script>

<EntryPage title="Sign in">
	{#if renewed}<p role="status">The new password is set. Sign in with it.</p>{/if}
	{#if refused}
		<p class="text-warn" role="alert">
			You were not let in: there is no account here under that address, or single sign-on did not confirm it
			as yours. An administrator can invite you.
		</p>
	{/if}
	<EntryForm {asking} does="Sign in" onSend={signIn}>
		<MailField bind:value={email} />
		<Typed
			name="password"
			label="Password"
			type="password"
			autocomplete="current-password"
			required
			bind:value={password}
		/>
	</EntryForm>
	{#if data.signOnProvider}
		<button class="quiet-action" onclick={bySingleSignOn} disabled={asking.busy}
			>Sign in with {data.signOnProvider}</button
		>
	{/if}
	{#snippet elsewhere()}
		<p><a class="underline decoration-dotted" href="/forgotten">I forgot the password</a></p>
		{#if data.open}
			<p><a class="underline decoration-dotted" href="/register">Make an account</a></p>
		{:else}
			<p>Accounts are made by invitation. An administrator can invite you.</p>
		{/if}
	{/snippet}
</EntryPage>
