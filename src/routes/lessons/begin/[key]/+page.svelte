<script lang="ts">
	import { goto } from '$app/navigation';
	import { ask, inWords } from '$lib/client/ask';
	import PlainBar from '$lib/components/frame/PlainBar.svelte';
	import { counted } from '$lib/components/parts/numbers';

	/** What a link to a lesson opens: what it is, and the way into it. */
	let { data } = $props();
	const { title, question, steps, key } = $derived(data.lesson);
	let problem = $state('');

	async function begin() {
		const { value, fault } = await ask<{ inquiry: string }>(`/lessons/begin/${key}`, { method: 'POST' });
		problem = fault ? inWords(fault, 'The lesson did not begin. Try again in a moment.') : '';
		if (value) await goto(`/inquiry/${value.inquiry}`);
	}
</script>

<svelte:head><title>{title} · Oakmoss</title></svelte:head>

<PlainBar />
<main class="mx-auto max-w-xl p-6">
	<p class="text-quiet">A lesson of {counted(steps, 'step')}</p>
	<h1 class="mb-3 text-xl font-semibold">{title}</h1>
	{#if question}<p class="mb-3">{question}</p>{/if}
	<p class="mb-4 text-quiet">
		You get an inquiry of your own to work in. Nothing is blocked, and any step may be passed over. Its author
		sees how far you are, and your name only if you agree.
	</p>
	{#if problem}<p role="alert" class="mb-2 text-warn">{problem}</p>{/if}
	<button class="action" onclick={begin}>Begin the lesson</button>
</main>
