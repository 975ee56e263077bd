<script lang="ts">
	import { page } from '$app/state';
	import { Asking } from '$lib/components/people/asking.svelte';
	import EntryPage from '$lib/components/people/EntryPage.svelte';
	import Typed from '$lib/components/people/Typed.svelte';

	let { data } = $props();
	const asking = new Asking();
	let email = $state('');
	let password = $state('');
	const refused = $derived(page.url.searchParams.has('refused'));
	const renewed = $derived(page.url.searchParams.has('renewed'));

	async function signIn(event: SubmitEvent) {
		event.preventDefault();
		// Everything that was shown before belongs to nobody.
		if (await asking.send('/account/sign-in', { email, password })) location.assign(data.to);
	}

	async function byVoucher() {
		const answer = await asking.send<{ to: string }>('/account/vouched', {});
		if (answer) location.assign(answer.to);
	}
</script>

<EntryPage title="Sign in">
	{#if renewed}<p role="status">The new password is set. Sign in with it.</p>{/if}
	{#if refused}
		<p class="text-warn" role="alert">
			You were not let in: there is no account here under that address. Ask an administrator to be asked in.
		</p>
	{/if}
	<form class="space-y-4" onsubmit={signIn}>
		<Typed
			name="email"
			label="Address of mail"
			type="email"
			autocomplete="username"
			required
			maxlength={254}
			bind:value={email}
		/>
		<Typed
			name="password"
			label="Password"
			type="password"
			autocomplete="current-password"
			required
			bind:value={password}
		/>
		{#if asking.problem}<p class="text-warn" role="alert">{asking.problem}</p>{/if}
		<button class="action" disabled={asking.busy}>Sign in</button>
	</form>
	{#if data.voucher}
		<button class="quiet-action" onclick={byVoucher} disabled={asking.busy}
			>Sign in with {data.voucher}</button
		>
	{/if}
	{#snippet elsewhere()}
		<p><a class="underline decoration-dotted" href="/forgotten">I forgot the password</a></p>
		{#if data.open}
			<p><a class="underline decoration-dotted" href="/register">Make an account</a></p>
		{:else}
			<p>Accounts are made by invitation. An administrator can ask you in.</p>
		{/if}
	{/snippet}
</EntryPage>
