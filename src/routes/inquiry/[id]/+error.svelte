<script lang="ts">
	import { page } from '$app/state';

	const notHere = $derived(page.error?.code === 'no-heading' || page.error?.code === 'no-index');
</script>

<svelte:head><title>Not found · Oakmoss</title></svelte:head>

<div class="m-auto max-w-lg space-y-4 p-8">
	<h1 class="text-xl font-semibold">{page.error?.message}</h1>
	{#if notHere}
		<p>
			It may stand in another edition, or its address may be cut short. Look it up by its name in the word
			field above, or begin at a top heading.
		</p>
	{/if}
	<p class="flex gap-3">
		<a class="action" href="/inquiry/{page.params.id}/browse">Browse</a>
		<a class="quiet-action" href="/inquiry/{page.params.id}">To the crosswalk</a>
	</p>
</div>
