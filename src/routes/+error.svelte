<script lang="ts">
	import { page } from '$app/state';
	import Emblem from '$lib/components/frame/Emblem.svelte';

	const inquiry = $derived(page.params.id);
	const code = $derived(page.error?.code);
	const insideInquiry = false;
</script>

<svelte:head><title>Not found · Oakmoss</title></svelte:head>

<main class="mx-auto flex max-w-xl flex-1 flex-col gap-4 p-10">
	{#if !insideInquiry}<a href="/" class="flex items-center gap-2 font-semibold"><Emblem />Oakmoss</a>{/if}
	<h1 class="text-xl font-semibold">{page.error?.message}</h1>
	{#if code === 'no-heading'}
		<p>
			It may stand in another edition, or its address may be cut short. Look it up by its name in the word
			field above.
		</p>
	{:else if code === 'database-away'}
		<p>Reload this page in a moment.</p>
	{/if}
	<p class="flex gap-3">
		{#if insideInquiry}
			<a class="action" href="/inquiry/{inquiry}/browse">Look a word up</a>
			<a class="quiet-action" href="/inquiry/{inquiry}">To the crosswalk</a>
		{:else}
			<a class="action" href="/">To the inquiries</a>
		{/if}
	</p>
</main>
