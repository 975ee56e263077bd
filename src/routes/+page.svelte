<script lang="ts">
	import { goto } from '$app/navigation';
	import PlainBar from '$lib/components/frame/PlainBar.svelte';
	import IndexMark from '$lib/components/marks/IndexMark.svelte';

	let { data } = $props();
	let title = $state('');
	let question = $state('');
	let problem = $state('');

	async function make(event: SubmitEvent) {
		event.preventDefault();
		problem = '';
		try {
			const response = await fetch('/api/v1/inquiries', {
				method: 'POST',
				headers: { 'content-type': 'application/json' },
				body: JSON.stringify({ title, question })
			});
			const answer = await response.json();
			if (response.ok) await goto(`/inquiry/${answer.id}/question`);
			else problem = answer.error.message;
		} catch {
			problem = 'The server cannot be reached. What you typed is still here; try again in a moment.';
		}
	}

	const marks = (codes: string[]) =>
		codes.flatMap((code) => data.indexes.find((index) => index.code === code) ?? []);
</script>

<svelte:head><title>Inquiries · Oakmoss</title></svelte:head>

<PlainBar />
<main class="mx-auto grid max-w-6xl gap-12 p-6 md:grid-cols-[1fr_320px]">
	<section>
		<h1 class="mb-3 text-xl font-semibold">Inquiries</h1>
		<ul class="divide-y border-y">
			{#each data.inquiries as inquiry (inquiry.id)}
				{@const cells = inquiry.concepts * inquiry.indexes.length}
				<li>
					<a href="/inquiry/{inquiry.id}" class="block px-2 py-4 hover:bg-shade">
						<span class="flex items-baseline gap-3">
							<span class="text-base font-semibold">{inquiry.title}</span>
							<span class="flex gap-1">
								{#each marks(inquiry.indexes) as index (index.code)}<IndexMark
										{index}
										size={16}
										label={index.name}
									/>{/each}
							</span>
							<span class="ml-auto text-quiet">{inquiry.decided} of {cells} cells decided</span>
						</span>
						<span class="mt-1 block max-w-prose text-quiet">{inquiry.question}</span>
						<span class="mt-2 block h-1 bg-shade" aria-hidden="true">
							<span class="block h-1 bg-lichen" style="width: {cells ? (100 * inquiry.decided) / cells : 0}%"
							></span>
						</span>
					</a>
				</li>
			{:else}
				<li class="py-6 text-quiet">No inquiry yet. Begin one with the question you want answered.</li>
			{/each}
		</ul>
	</section>
	<form onsubmit={make} class="space-y-3">
		<h2 class="text-base font-semibold">Begin an inquiry</h2>
		<label class="block">
			<span class="text-quiet">Short title</span>
			<input class="field mt-1 w-full" bind:value={title} required maxlength="200" />
		</label>
		<label class="block">
			<span class="text-quiet">Question</span>
			<textarea class="field mt-1 w-full" rows="4" bind:value={question} maxlength="10000"></textarea>
		</label>
		{#if problem}<p role="alert" class="text-warn">{problem}</p>{/if}
		<button class="action">Begin</button>
	</form>
</main>
