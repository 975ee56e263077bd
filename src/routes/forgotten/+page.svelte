<script lang="ts">
	import { Asking } from '$lib/components/people/asking.svelte';
	import EntryPage from '$lib/components/people/EntryPage.svelte';
	import Typed from '$lib/components/people/Typed.svelte';

	const asking = new Asking();
	let email = $state('');
	let isSent = $state(false);

	async function send(event: SubmitEvent) {
		event.preventDefault();
		isSent = (await asking.send('/account/forgotten', { email })) !== undefined;
	}
</script>

<EntryPage title="A new password">
	{#if isSent}
		<p role="status">
			If there is an account under {email}, a link was sent to it. It is good for two hours.
		</p>
	{:else}
		<form class="space-y-4" onsubmit={send}>
			<Typed
				name="email"
				label="Address of mail"
				type="email"
				autocomplete="username"
				required
				maxlength={254}
				bind:value={email}
			/>
			{#if asking.problem}<p class="text-warn" role="alert">{asking.problem}</p>{/if}
			<button class="action" disabled={asking.busy}>Send a link</button>
		</form>
	{/if}
	{#snippet elsewhere()}<p><a class="underline decoration-dotted" href="/sign-in">Sign in</a></p>{/snippet}
</EntryPage>
