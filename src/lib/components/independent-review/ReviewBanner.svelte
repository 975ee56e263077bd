<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import { Asking } from '../people/asking.svelte';
	import type { ReviewCopy } from '$lib/server/inquiry';

	/** Above every screen of a copy in which somebody decides apart: from whom, and how it goes on. */
	let { apart, id }: { apart: ReviewCopy; id: string } = $props();
	const asking = new Asking();
	const own = $derived(apart.people[apart.side]);
	const other = $derived(apart.people[1 - apart.side]);

	async function say(done: boolean) {
		if (await asking.send(`/inquiry/${id}/apart/done`, { done }, 'PUT')) await invalidateAll();
	}
</script>

<div
	class="flex flex-wrap items-center gap-x-3 gap-y-1 border-b bg-wash px-4 py-1 print:hidden"
	role="region"
	aria-label="Deciding apart"
>
	{#if own.isDone && other.isDone}
		<span>You and {other.name} have done. What you had decided by then is compared.</span>
		<a class="action" href="/inquiry/{apart.inquiry}/apart/{apart.id}">How far you agree</a>
	{:else if own.isDone}
		<span>You have done. {other.name} decides yet; then you see what both decided.</span>
		<button class="quiet-action" onclick={() => say(false)} disabled={asking.busy}>Go on deciding</button>
	{:else}
		<span
			>You decide {apart.of === 'list' ? 'this reading list' : 'this'} apart from {other.name}: neither sees
			what the other decides before both have done.</span
		>
		<button class="action" onclick={() => say(true)} disabled={asking.busy}>I have done</button>
	{/if}
	<a class="quiet-action" href="/inquiry/{apart.inquiry}">To the inquiry it is of</a>
	{#if asking.problem}<span class="text-warn" role="alert">{asking.problem}</span>{/if}
</div>
