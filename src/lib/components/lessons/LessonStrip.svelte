<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { ask, inWords } from '$lib/client/ask';
	import { Asked } from '$lib/client/asked.svelte';
	import type { LessonStrip } from '$lib/server/teaching';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { useKeys } from '../parts/keys.svelte';
	import { messages } from '../messages/messages.svelte';
	import { addressOf } from './places';

	/** The lesson that this inquiry is learnt in: where one is, what is to be done, and whether it is. */
	let { begun }: { begun: LessonStrip } = $props();
	const store = $derived(useInquiry()());
	/** Nobody else is here who could see a name. */
	const isAlone = $derived((page.data.me as { alone: boolean } | undefined)?.alone !== false);
	let said = $state.raw<LessonStrip>();
	const asked = new Asked<LessonStrip>(() => `/inquiry/${store.id}/lesson?at=${store.followed}`);
	const strip = $derived(said ?? asked.value ?? begun);
	// What the server says later is of later.
	$effect(() => {
		void asked.value;
		said = undefined;
	});
	const { now, step, steps } = $derived(strip);
	const standing = $derived(steps[step]);
	let isAway = $state(false);
	let hasHint = $state(false);

	async function tell(body: { step?: number; again?: true; isNamed?: boolean }) {
		const { value, fault } = await ask<LessonStrip>(`/inquiry/${store.id}/lesson`, { body });
		if (fault) messages.warn(inWords(fault, 'The lesson did not go on. Try again.'));
		if (value) said = value;
		return value;
	}
	async function goTo(to: number) {
		hasHint = false;
		const next = await tell({ step: to });
		if (!next) return;
		await goto(next.now ? addressOf(next.now.place, store.id) : `/inquiry/${store.id}/lesson-end`);
	}
	async function again() {
		if (await tell({ again: true })) await store.catchUp();
	}

	$effect(() =>
		useKeys({
			title: 'Lesson',
			keys: [
				{
					shown: ['Shift L'],
					does: 'Fold the lesson away, or show it',
					bind: 'Shift+l',
					run: () => (isAway = !isAway)
				}
			]
		})
	);
</script>

<aside aria-label="Lesson: {strip.title}" class="border-b bg-wash px-3 py-1 print:hidden" data-lesson={step}>
	{#if isAway}
		<p class="flex items-baseline gap-2 text-xs">
			<span class="text-quiet">{strip.title}: step {Math.min(step + 1, steps.length)} of {steps.length}</span>
			<button class="quiet-action !py-0" onclick={() => (isAway = false)}>Show the lesson</button>
		</p>
	{:else}
		<div class="flex flex-wrap items-start gap-x-3 gap-y-1">
			<span class="shrink-0 text-xs leading-5 text-quiet"
				>{now ? `${step + 1} of ${steps.length}` : 'The end'}{strip.isTrial ? ' · as a learner' : ''}</span
			>
			<div class="min-w-60 flex-1" aria-live="polite">
				{#if now}
					<!-- eslint-disable-next-line svelte/no-at-html-tags (made on the server from Markdown without HTML) -->
					<div class="lesson-words">{@html now.text}</div>
					{#if now.task}
						<p>
							<span class="font-semibold">{now.task}</span>
							<span class="text-xs" class:text-lichen-deep={standing === 'done'} data-state={standing}
								>{standing === 'done' ? 'Done.' : 'Not done yet.'}</span
							>
						</p>
					{/if}
					{#if now.hint && hasHint}
						<!-- eslint-disable-next-line svelte/no-at-html-tags (made on the server from Markdown without HTML) -->
						<div class="lesson-words text-quiet">{@html now.hint}</div>
					{/if}
				{:else}
					<p>
						You have come to the end of “{strip.title}”.
						<a class="underline" href="/inquiry/{store.id}/lesson-end">Your crosswalk beside the author’s</a>
					</p>
				{/if}
				{#each strip.remarks as remark (remark)}<p class="text-xs text-warn">{remark}</p>{/each}
			</div>
			<span class="flex flex-wrap gap-1">
				{#if now}
					<a class="quiet-action" href={addressOf(now.place, store.id)}>Show me</a>
					{#if now.hint && !hasHint}<button class="quiet-action" onclick={() => (hasHint = true)}>Hint</button
						>{/if}
					<button class="quiet-action" onclick={again}>Start this step again</button>
				{/if}
				{#if step > 0}<button class="quiet-action" onclick={() => goTo(step - 1)}>Back</button>{/if}
				{#if now}<button class="action !py-0.5" onclick={() => goTo(step + 1)}
						>{step === steps.length - 1
							? 'To the end'
							: now.task && standing !== 'done'
								? 'Pass over'
								: 'Next'}</button
					>{/if}
				{#if !isAlone && !strip.isTrial}<button
						class="quiet-action"
						aria-pressed={strip.isNamed}
						onclick={() => tell({ isNamed: !strip.isNamed })}
						>{strip.isNamed ? 'The author sees your name' : 'Show the author my name'}</button
					>{/if}
				<button class="quiet-action" onclick={() => (isAway = true)}>Fold away</button>
			</span>
		</div>
	{/if}
</aside>

<style>
	.lesson-words :global(p) {
		margin: 0;
	}
	.lesson-words :global(a) {
		text-decoration: underline;
	}
</style>
