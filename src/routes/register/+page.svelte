<script lang="ts">
	import { Asking } from '$lib/components/people/asking.svelte';
	import EntryPage from '$lib/components/people/EntryPage.svelte';
	import NamePassword from '$lib/components/people/NamePassword.svelte';
	import Typed from '$lib/components/people/Typed.svelte';

	const asking = new Asking();
	let name = $state('');
	let email = $state('');
	let password = $state('');
	let isSent = $state(false);

	async function register(event: SubmitEvent) {
		event.preventDefault();
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
		<form class="space-y-4" onsubmit={register}>
			<Typed
				name="email"
				label="Address of mail"
				type="email"
				autocomplete="username"
				required
				maxlength={254}
				says="A link is sent to it. Nobody else sees it but administrators."
				bind:value={email}
			/>
			<NamePassword bind:name bind:password />
			{#if asking.problem}<p class="text-warn" role="alert">{asking.problem}</p>{/if}
			<button class="action" disabled={asking.busy}>Make the account</button>
		</form>
	{/if}
	{#snippet elsewhere()}<p><a class="underline decoration-dotted" href="/sign-in">Sign in</a></p>{/snippet}
</EntryPage>
