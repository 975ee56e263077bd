<script lang="ts">
	import { ask, inWords } from '$lib/client/ask';
	import type { Having } from '$lib/server/reading';
	import { outboxAt } from '../inquiry/addresses';
	import { placeOf } from '../inquiry/in-hand';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { moment } from '../inquiry/moment';
	import { messages } from '../messages/messages.svelte';

	/** Where a work can be had: every way in the order in which it is best tried, and the request where it has to be asked for. */
	interface Props {
		/** A record, or a work of the list. */
		of: { index: string; record: string } | { entry: string };
	}
	let { of }: Props = $props();
	const store = $derived(useInquiry()());
	const KINDS = {
		online: 'Online for subscribers',
		free: 'Free online',
		print: 'In print',
		request: 'On request',
		resolver: 'At the library'
	} as const;
	let where = $state.raw<Having | undefined>();
	let fault = $state('');
	let asking = $state(false);
	let form = $state({ name: '', address: '', note: '' });

	const name = $derived(JSON.stringify(of));
	async function look() {
		const wanted = name;
		const answer = await ask<Having>(`/inquiry/${store.id}/availability?${new URLSearchParams({ ...of })}`);
		// Whoever reads on does not get the answer for what was read before.
		if (wanted !== name) return;
		where = answer.value;
		fault = answer.fault ? inWords(answer.fault, '') : (answer.value?.fault ?? '');
	}
	$effect(() => {
		void name;
		where = undefined;
		fault = '';
		asking = false;
		void look();
	});
	async function send(event: Event) {
		event.preventDefault();
		const answer = await ask<Having>(`/inquiry/${store.id}/availability`, { body: { ...of, ...form } });
		if (answer.fault) return messages.warn(inWords(answer.fault, 'Nothing was asked for.'));
		where = answer.value;
		asking = false;
		messages.say('The request is in the outbox');
	}
</script>

<section aria-label="Availability" class="mt-4" data-availability>
	<h3 class="mb-1 font-semibold">Availability</h3>
	{#if fault}<p class="text-warn">
			{fault} <button class="quiet-action !py-0" onclick={() => void look()}>Ask again</button>
		</p>
	{:else if !where}<p class="text-quiet">The library is being asked.</p>
	{:else}
		<ul>
			{#each where.routes as { kind, says, at } (kind + says)}
				<li class="flex flex-wrap items-baseline gap-x-2 py-0.5" data-route={kind}>
					<span class="w-44 shrink-0 text-quiet">{KINDS[kind]}</span>
					<span class="min-w-0 flex-1"
						>{#if at}<a class="count" href={at} target="_blank" rel="external noopener noreferrer">{says}</a
							>{:else}{says}{/if}</span
					>
					{#if kind === 'request' && !asking}<button
							class="quiet-action border !py-0 text-xs"
							onclick={() => (asking = true)}>Ask for it</button
						>{/if}
				</li>
			{/each}
		</ul>
		<p class="text-xs text-quiet">{where.library}</p>
		{#each where.asked as { id, at, state } (id)}
			<p class="mt-1" data-asked={state}>
				Asked for on {moment(at)}: {state === 'waiting' ? 'waiting for the library' : 'taken back'} ·
				<a class="underline" href={outboxAt(placeOf(store))}>outbox</a>
			</p>
		{/each}
		{#if asking}
			<form class="mt-2 max-w-md space-y-2 border-l-2 border-lichen pl-3" onsubmit={send}>
				<label class="block"
					><span class="text-xs text-quiet">For whom</span>
					<!-- svelte-ignore a11y_autofocus (it opens where the keys are) -->
					<input class="field w-full" maxlength="200" required autofocus bind:value={form.name} /></label
				>
				<label class="block"
					><span class="text-xs text-quiet">Email for the answer</span><input
						class="field w-full"
						type="email"
						required
						bind:value={form.address}
					/></label
				>
				<label class="block"
					><span class="text-xs text-quiet">Note, where there is more to say</span><input
						class="field w-full"
						maxlength="2000"
						bind:value={form.note}
					/></label
				>
				<p class="flex gap-1">
					<button class="action !py-0.5">Ask the library</button>
					<button type="button" class="quiet-action" onclick={() => (asking = false)}>Leave it</button>
				</p>
			</form>
		{/if}
	{/if}
</section>
