<script lang="ts">
	import { tick } from 'svelte';
	import { invalidateAll } from '$app/navigation';
	import { moment } from '../inquiry/moment';
	import { messages } from '../messages/messages.svelte';
	import { counted } from '../parts/numbers';
	import { Asking } from '../people/asking.svelte';
	import type { ReviewLine } from '$lib/server/inquiry';
	import BeginReview from './BeginReview.svelte';

	/** What two people decide apart in this inquiry, and the way to begin. */
	interface Props {
		id: string;
		aparts: readonly ReviewLine[];
		/** Who may decide. */
		people: readonly { id: string; name: string }[];
		mayBegin: boolean;
	}
	let { id, aparts, people, mayBegin }: Props = $props();
	const asking = new Asking();
	let beginning = $state(false);
	let opener = $state<HTMLButtonElement>();

	/** What was in the focus goes; the focus does not. */
	async function close() {
		beginning = false;
		await tick();
		opener?.focus();
	}

	async function end(apart: ReviewLine) {
		if (!(await asking.send(`/inquiry/${id}/apart/${apart.id}`, undefined, 'DELETE'))) return;
		messages.say('Ended. What each decided stays with them.');
		await invalidateAll();
	}
	const names = ({ people: two }: ReviewLine) => `${two[0].name} and ${two[1].name}`;
	const whatOf = ({ of, cells }: ReviewLine) =>
		of === 'list' ? 'the reading list' : counted(cells.length, 'cell');
	function stateOf({ people: two, isBroken }: ReviewLine): string {
		if (isBroken) return 'one of them removed what they decided';
		const open = two.filter(({ isDone }) => !isDone);
		if (open.length === 0) return 'both have done';
		return open.length === 2 ? 'both decide yet' : `${open[0].name} decides yet`;
	}
</script>

<section aria-labelledby="apart-title">
	<h2 id="apart-title" class="text-lg font-semibold">Deciding apart</h2>
	<p class="text-quiet">
		Two people fill the same cells, or decide the same reading list, without seeing each other. Then you see
		how far they agree, and settle each difference with one key.
	</p>
	<ul class="mt-2 divide-y border-y empty:hidden">
		{#each aparts as apart (apart.id)}
			<li class="flex min-h-11 flex-wrap items-center justify-between gap-x-3 gap-y-1 py-2">
				<span class="min-w-0 flex-1 basis-80">
					<span class="font-medium">{names(apart)}</span> decide {whatOf(apart)}
					<span class="text-quiet">since {moment(apart.startedAt)}; {stateOf(apart)}</span>
				</span>
				<span class="flex items-center gap-1">
					{#if apart.people.every(({ isDone }) => isDone)}
						<a class="action" href="/inquiry/{id}/apart/{apart.id}">How far they agree</a>
					{:else if apart.own !== undefined}
						<a class="action" href="/inquiry/{apart.own}{apart.of === 'list' ? '/reading-list' : ''}"
							>Decide</a
						>
					{/if}
					{#if mayBegin}
						<button class="quiet-action" onclick={() => end(apart)} disabled={asking.busy}
							>End it{' '}<span class="sr-only">for {names(apart)}</span></button
						>
					{/if}
				</span>
			</li>
		{/each}
	</ul>
	{#if asking.problem}<p class="mt-2 text-warn" role="alert">{asking.problem}</p>{/if}
	{#if mayBegin}
		{#if people.length < 2}
			<p class="mt-2 text-quiet">It needs two who may change the inquiry. Share it with somebody first.</p>
		{:else if beginning}
			<BeginReview {id} {people} onClose={close} />
		{:else}
			<button class="action mt-3" bind:this={opener} onclick={() => (beginning = true)}
				>Let two decide apart</button
			>
		{/if}
	{/if}
</section>
