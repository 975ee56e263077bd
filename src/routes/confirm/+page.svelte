<script lang="ts">
	import { page } from '$app/state';
	import { Asking } from '$lib/components/people/asking.svelte';
	import EntryPage from '$lib/components/people/EntryPage.svelte';

	const asking = new Asking();
	let isDone = $state(false);

	// Not by merely opening it, as programs that look through mail open links too.
	async function confirm() {
		const key = page.url.searchParams.get('key') ?? '';
		isDone = (await asking.send('/account/confirm', { key })) !== undefined;
	}
</script>

<EntryPage title="Confirm your address">
	{#if isDone}
		<p role="status">Your address is confirmed.</p>
		<p><a class="action" href="/sign-in">Sign in</a></p>
	{:else}
		<p>With this you say that the address the message came to is yours.</p>
		{#if asking.problem}<p class="text-warn" role="alert">{asking.problem}</p>{/if}
		<button class="action" onclick={confirm} disabled={asking.busy}>Confirm it</button>
	{/if}
</EntryPage>
