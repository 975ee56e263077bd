<script lang="ts">
	import { page } from '$app/state';
	import { Asking } from '$lib/components/people/asking.svelte';
	import EntryForm from '$lib/components/people/EntryForm.svelte';
	import NewPassword from '$lib/components/people/NewPassword.svelte';
	import EntryPage from '$lib/components/people/EntryPage.svelte';

	const asking = new Asking();
	let password = $state('');
	let endTokens = $state(false);

	async function renew() {
		const key = page.url.searchParams.get('key') ?? '';
		if (await asking.send('/account/new-password', { key, password, endTokens }))
			location.assign('/sign-in?renewed=yes');
	}
</script>

<EntryPage title="A new password">
	<EntryForm {asking} does="Set it" onSend={renew}>
		<NewPassword
			label="The new password"
			says=". You are signed out everywhere else."
			bind:value={password}
			bind:endTokens
		/>
	</EntryForm>
	{#snippet elsewhere()}<p>
			<a class="underline decoration-dotted" href="/forgotten">Send another link</a>
		</p>{/snippet}
</EntryPage>
