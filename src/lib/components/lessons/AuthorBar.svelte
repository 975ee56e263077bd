<script lang="ts">
	import { onMount } from 'svelte';
	import { page } from '$app/state';
	import { SCREENS, type LessonDocument, type Task } from '$core/teaching';
	import { ask, inWords } from '$lib/client/ask';
	import { Asked } from '$lib/client/asked.svelte';
	import type { OfferedTask } from '$lib/server/teaching';
	import { useInquiry } from '../inquiry/inquiry-store.svelte';
	import { useKeys } from '../parts/keys.svelte';
	import Select from '../parts/Select.svelte';
	import { authoring } from './authoring.svelte';
	import { placeAt } from './places';

	/** Adds steps to a lesson that is being made of this inquiry: each is at the screen one is on. */
	const store = $derived(useInquiry()());
	let isHere = $state(false);
	onMount(() => (isHere = true));
	const lesson = $derived(isHere && authoring.inHand?.inquiry === store.id ? authoring.inHand : undefined);
	const place = $derived(placeAt(page.url));
	const offered = new Asked<OfferedTask[]>(() =>
		lesson ? `/inquiry/${store.id}/lesson/tasks?at=${store.followed}` : undefined
	);
	let text = $state('');
	let hint = $state('');
	let chosen = $state('');
	let problem = $state('');
	let added = $state(0);
	let field = $state<HTMLTextAreaElement>();
	const task = $derived<Task | undefined>(offered.value?.find(({ says }) => says === chosen)?.task);

	async function add(event: SubmitEvent) {
		event.preventDefault();
		if (!lesson) return;
		const at = `/api/v1/lessons/${lesson.lesson}`;
		const { value: document, fault } = await ask<LessonDocument>(at);
		if (!document) return void (problem = inWords(fault, 'The lesson could not be read.'));
		const step = { place, text, ...(hint.trim() && { hint }), ...(task && { task }) };
		const sent = await ask(at, { method: 'PUT', body: { ...document, steps: [...document.steps, step] } });
		problem = sent.fault ? inWords(sent.fault, 'The step was not added; its words are still here.') : '';
		if (sent.fault) return;
		text = hint = chosen = '';
		added = document.steps.length + 1;
	}

	$effect(() => {
		if (!lesson) return;
		return useKeys({
			title: 'Making a lesson',
			keys: [
				{
					shown: ['Shift S'],
					does: 'Say a step for the screen one is on',
					bind: 'Shift+s',
					run: () => field?.focus()
				}
			]
		});
	});
</script>

{#if lesson}
	<form
		aria-label="A step for “{lesson.title}”"
		class="flex flex-wrap items-end gap-2 border-b bg-wash px-3 py-1 print:hidden"
		onsubmit={add}
	>
		<label class="min-w-60 flex-1">
			<span class="block text-xs text-quiet"
				>A step for “{lesson.title}”, on {SCREENS[place.screen]}{added > 0
					? `; it has ${added} now`
					: ''}</span
			>
			<textarea bind:this={field} class="field w-full" rows="1" bind:value={text} required maxlength="2000"
			></textarea>
		</label>
		<label class="w-40"
			><span class="block text-xs text-quiet">Hint, if any</span><input
				class="field w-full"
				bind:value={hint}
				maxlength="2000"
			/></label
		>
		<Select
			label="Task"
			class="max-w-72"
			value={chosen}
			options={[
				{ value: '', says: 'no task' },
				...(offered.value ?? []).map(({ says }) => ({ value: says, says }))
			]}
			onChange={(says) => (chosen = says)}
		/>
		<button class="action">Add the step</button>
		<a class="quiet-action" href="/lessons/{lesson.lesson}">The lesson</a>
		<button type="button" class="quiet-action" onclick={() => authoring.set(null)}>Stop</button>
		{#if problem}<p class="w-full text-warn" role="alert">{problem}</p>{/if}
	</form>
{/if}
