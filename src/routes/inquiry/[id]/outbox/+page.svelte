<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import { ask, inWords } from '$lib/client/ask';
	import { useInquiry } from '$lib/components/inquiry/inquiry-store.svelte';
	import { moment } from '$lib/components/inquiry/moment';
	import { messages } from '$lib/components/messages/messages.svelte';

	/** Messages that were written; none leaves this installation. */
	let { data } = $props();
	const store = $derived(useInquiry()());
	const KINDS = {
		request: 'asked of the library',
		works: 'works',
		news: 'news of watches',
		account: 'about an account'
	} as const;
	const STATES = {
		waiting: 'waiting',
		withdrawn: 'taken back',
		sent: 'sent',
		failed: 'refused by the other side'
	} as const;

	async function takeBack(id: string) {
		const { fault } = await ask(`/inquiry/${store.id}/outbox/${id}`, { method: 'DELETE' });
		if (fault) return messages.warn(inWords(fault, 'The message stays as it was.'));
		await invalidateAll();
	}
</script>

<svelte:head><title>Outbox · {store.inquiry.about.title} · Oakmoss</title></svelte:head>

<div class="border-b px-3 py-1">
	<h1 class="font-semibold">Outbox</h1>
</div>
<div class="overflow-y-auto px-4 py-3">
	<p class="max-w-prose text-quiet">
		A stand-in: messages are kept here as email files, and none is sent. Download one to send it with your own
		mail program.
	</p>
	{#if data.messages.length === 0}<p class="mt-4">Nothing has been written yet.</p>{/if}
	<ul class="mt-3 max-w-3xl">
		{#each data.messages as { id, at, kind, to, subject, state } (id)}
			<li class="flex flex-wrap items-baseline gap-x-3 border-t py-2" data-message={id}>
				<span class="min-w-0 flex-1"
					><span class="font-medium">{subject}</span>
					<span class="block text-xs text-quiet">{KINDS[kind]}, to {to}, {moment(at)} · {STATES[state]}</span
					></span
				>
				<a class="quiet-action border !py-0 text-xs" href="/inquiry/{store.id}/outbox/{id}" download
					>Download</a
				>
				{#if state === 'waiting'}<button class="quiet-action !py-0 text-xs" onclick={() => void takeBack(id)}
						>Withdraw</button
					>{/if}
			</li>
		{/each}
	</ul>
</div>
