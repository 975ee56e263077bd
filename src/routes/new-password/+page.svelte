<script lang="ts">
	import { page } from '$app/state';
	import { Asking } from '$lib/components/people/asking.svelte';
	import EntryPage from '$lib/components/people/EntryPage.svelte';
	import Typed from '$lib/components/people/Typed.svelte';

	const asking = new Asking();
	let password = $state('');

	async function renew(event: SubmitEvent) {
		event.preventDefault();
		const key = page.url.searchParams.get('key') ?? '';
		if (await asking.send('/account/new-password', { key, password }))
			location.assign('/sign-in?renewed=yes');
	}
</script>

<EntryPage title="A new password">
	<form class="space-y-4" onsubmit={renew}>
		<Typed
			name="password"
			label="The new password"
			type="password"
			autocomplete="new-password"
			required
			minlength={10}
			maxlength={200}
			says="10 characters or more. You are signed out everywhere else."
			bind:value={password}
		/>
		{#if asking.problem}<p class="text-warn" role="alert">{asking.problem}</p>{/if}
		<button class="action" disabled={asking.busy}>Set it</button>
	</form>
	{#snippet elsewhere()}<p>
			<a class="underline decoration-dotted" href="/forgotten">Send another link</a>
		</p>{/snippet}
</EntryPage>
