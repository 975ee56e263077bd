<script lang="ts">
	import PlainBar from '$lib/components/frame/PlainBar.svelte';

	/** Where the address in a message leads that stops a watch. */
	let { data } = $props();
</script>

<svelte:head><title>Stop a watch · Oakmoss</title></svelte:head>

<PlainBar />
<main class="mx-auto max-w-xl space-y-4 p-8">
	<h1 class="text-xl font-semibold">{data.name}</h1>
	{#if data.paused}
		<p>This watch is stopped: it looks for nothing, and no message tells of it. What it found is kept.</p>
		<p class="text-quiet">It can be let go on from the inquiry, under Keep up.</p>
	{:else}
		<p>This watch tells of records as they arrive.</p>
		<form method="POST"><button class="action">Stop it</button></form>
	{/if}
</main>
